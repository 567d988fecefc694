package exactum.app.cards;

import static exactumdb.Tables.CARD_AUTHORISATION;

import exactum.core.card.ProcessorPort;
import exactum.core.ids.AuthorisationId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import exactumdb.tables.records.CardAuthorisationRecord;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** What cards were authorised for, in the database. */
@Component
class AuthorisationStore implements FindAuthorisations {
    private final DSLContext db;

    AuthorisationStore(DSLContext db) {
        this.db = db;
    }

    void insert(Authorisation a) {
        db.insertInto(CARD_AUTHORISATION)
                .set(CARD_AUTHORISATION.BUSINESS_ID, a.business())
                .set(CARD_AUTHORISATION.ID, a.id())
                .set(CARD_AUTHORISATION.CUSTOMER_ID, a.customer())
                .set(CARD_AUTHORISATION.DOCUMENT_ID, a.document())
                .set(CARD_AUTHORISATION.PROCESSOR_ID, a.processor())
                .set(CARD_AUTHORISATION.LINK_ID, a.link())
                .set(CARD_AUTHORISATION.CARD_ID, a.card())
                .set(CARD_AUTHORISATION.REFERENCE, a.reference())
                .set(CARD_AUTHORISATION.CURRENCY, a.amount().currency().getCurrencyCode())
                .set(CARD_AUTHORISATION.AMOUNT_MINOR, a.amount().minor())
                .set(CARD_AUTHORISATION.STATE, a.state().words())
                .set(CARD_AUTHORISATION.MADE_ON, a.madeOn())
                .set(CARD_AUTHORISATION.MADE_BY, a.madeBy())
                .execute();
    }

    @Override
    public Optional<Authorisation> find(BusinessId business, AuthorisationId id) {
        return db.selectFrom(CARD_AUTHORISATION).where(is(business, id)).fetchOptional(AuthorisationStore::one);
    }

    /** Nobody captures or releases anything of it until the transaction ends. */
    Authorisation lock(BusinessId business, AuthorisationId id) {
        return db.selectFrom(CARD_AUTHORISATION)
                .where(is(business, id))
                .forUpdate()
                .fetchSingle(AuthorisationStore::one);
    }

    @Override
    public List<Authorisation> ofCustomer(BusinessId business, CustomerId customer) {
        return all(business, CARD_AUTHORISATION.CUSTOMER_ID.eq(customer));
    }

    @Override
    public List<Authorisation> ofDocument(BusinessId business, DocumentId document) {
        return all(business, CARD_AUTHORISATION.DOCUMENT_ID.eq(document));
    }

    @Override
    public List<Authorisation> open(BusinessId business) {
        return all(
                        business,
                        CARD_AUTHORISATION.STATE.in(
                                Authorisation.State.ASKED.words(), Authorisation.State.AUTHORISED.words()))
                .reversed();
    }

    /** The one whose page or charge a sale names. */
    Optional<Authorisation> ofSale(BusinessId business, ProcessorId processor, ProcessorPort.Sale sale) {
        if (sale.page() == null) return Optional.empty();
        return all(
                        business,
                        CARD_AUTHORISATION.PROCESSOR_ID.eq(processor).and(CARD_AUTHORISATION.PAGE_REF.eq(sale.page())))
                .stream()
                .findFirst();
    }

    void opened(Authorisation a, ProcessorPort.Page page) {
        db.update(CARD_AUTHORISATION)
                .set(CARD_AUTHORISATION.PAGE_REF, page.reference())
                .set(CARD_AUTHORISATION.PAGE_URL, page.url())
                .where(is(a.business(), a.id()))
                .execute();
    }

    /** When it was written down, by the clock on the wall. */
    Instant madeAt(Authorisation a) {
        return db.select(CARD_AUTHORISATION.MADE_AT)
                .from(CARD_AUTHORISATION)
                .where(is(a.business(), a.id()))
                .fetchSingle(CARD_AUTHORISATION.MADE_AT)
                .toInstant();
    }

    void asked(Authorisation a, Instant at) {
        db.update(CARD_AUTHORISATION)
                .set(CARD_AUTHORISATION.ASKED_AT, at.atOffset(ZoneOffset.UTC))
                .where(is(a.business(), a.id()))
                .execute();
    }

    /** How the processor says that it stands. */
    void stands(Authorisation a, ProcessorPort.Charge charge, String card) {
        boolean isOver = !charge.rest().isPositive();
        db.update(CARD_AUTHORISATION)
                .set(CARD_AUTHORISATION.CHARGE_REF, charge.reference())
                .set(CARD_AUTHORISATION.CAPTURED_MINOR, charge.captured().minor())
                .set(CARD_AUTHORISATION.RELEASED_MINOR, charge.released().minor())
                .set(CARD_AUTHORISATION.VALID_UNTIL, charge.validUntil())
                .set(CARD_AUTHORISATION.CARD, card)
                .set(
                        CARD_AUTHORISATION.STATE,
                        (isOver ? Authorisation.State.ENDED : Authorisation.State.AUTHORISED).words())
                .where(is(a.business(), a.id()))
                .execute();
    }

    void ends(Authorisation a, Authorisation.State state, String reason) {
        db.update(CARD_AUTHORISATION)
                .set(CARD_AUTHORISATION.STATE, state.words())
                .set(CARD_AUTHORISATION.REASON, reason)
                .where(is(a.business(), a.id()))
                .execute();
    }

    /** Why it could not be taken. */
    void setReason(Authorisation a, String reason) {
        db.update(CARD_AUTHORISATION)
                .set(CARD_AUTHORISATION.REASON, reason)
                .where(is(a.business(), a.id()))
                .execute();
    }

    private List<Authorisation> all(BusinessId business, Condition which) {
        return db.selectFrom(CARD_AUTHORISATION)
                .where(CARD_AUTHORISATION.BUSINESS_ID.eq(business))
                .and(which)
                .orderBy(CARD_AUTHORISATION.ID.desc())
                .fetch(AuthorisationStore::one);
    }

    private static Condition is(BusinessId business, AuthorisationId id) {
        return CARD_AUTHORISATION.BUSINESS_ID.eq(business).and(CARD_AUTHORISATION.ID.eq(id));
    }

    private static Authorisation one(CardAuthorisationRecord r) {
        String c = r.getCurrency();
        return new Authorisation(
                r.getBusinessId(),
                r.getId(),
                r.getCustomerId(),
                r.getDocumentId(),
                r.getProcessorId(),
                r.getLinkId(),
                r.getCardId(),
                r.getReference(),
                Money.ofMinor(c, r.getAmountMinor()),
                Money.ofMinor(c, r.getCapturedMinor()),
                Money.ofMinor(c, r.getReleasedMinor()),
                Authorisation.State.of(r.getState()),
                new Authorisation.Said(
                        r.getPageRef(),
                        r.getPageUrl(),
                        r.getChargeRef(),
                        r.getCard(),
                        r.getValidUntil(),
                        r.getReason()),
                r.getMadeOn(),
                r.getMadeBy());
    }
}
