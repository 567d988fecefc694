package exactum.app.cards;

import static exactumdb.Tables.CARD_ON_FILE;

import exactum.app.database.IdArray;
import exactum.app.security.Vault;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ProcessorId;
import exactumdb.tables.records.CardOnFileRecord;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Cards on file in the database; tokens are encrypted, and found by a keyed digest. */
@Component
class CardStore implements FindCards {
    private static final String TOKEN = "card token";
    private static final int LAST_DAYS = 14;
    private final DSLContext db;
    private final Vault vault;

    CardStore(DSLContext db, Vault vault) {
        this.db = db;
        this.vault = vault;
    }

    /** Inserts it; nothing if its token is there already. */
    boolean insert(BusinessId business, CardOnFile card, String token, String by) {
        return db.insertInto(CARD_ON_FILE)
                        .set(CARD_ON_FILE.BUSINESS_ID, business)
                        .set(CARD_ON_FILE.ID, card.id())
                        .set(CARD_ON_FILE.CUSTOMER_ID, card.customer())
                        .set(CARD_ON_FILE.PROCESSOR_ID, card.processor())
                        .set(CARD_ON_FILE.TOKEN_SECRET, vault.encrypt(token))
                        .set(CARD_ON_FILE.TOKEN_DIGEST, vault.digest(TOKEN, token))
                        .set(CARD_ON_FILE.BRAND, card.brand())
                        .set(CARD_ON_FILE.LAST_FOUR, card.lastFour())
                        .set(CARD_ON_FILE.EXPIRES, card.expires().atEndOfMonth())
                        .set(CARD_ON_FILE.NETWORK_REF, card.network())
                        .set(CARD_ON_FILE.WAY, card.way().words())
                        .set(CARD_ON_FILE.CONSENT, card.consent())
                        .set(CARD_ON_FILE.AGREED_ON, card.agreedOn())
                        .set(CARD_ON_FILE.STATE, card.state().words())
                        .set(CARD_ON_FILE.CAUSE, card.cause())
                        .set(CARD_ON_FILE.MADE_BY, by)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    @Override
    public Optional<CardOnFile> find(BusinessId business, CardId id) {
        return db.selectFrom(CARD_ON_FILE).where(is(business, id)).fetchOptional(CardStore::card);
    }

    @Override
    public List<CardOnFile> ofCustomer(BusinessId business, CustomerId customer) {
        return ofCustomers(business, List.of(customer)).getOrDefault(customer, List.of());
    }

    @Override
    public Map<CustomerId, List<CardOnFile>> ofCustomers(BusinessId business, Collection<CustomerId> customers) {
        if (customers.isEmpty()) return Map.of();
        return db.selectFrom(CARD_ON_FILE)
                .where(CARD_ON_FILE.BUSINESS_ID.eq(business))
                .and(DSL.condition("card_on_file.customer_id = any({0})", IdArray.of(customers)))
                .orderBy(CARD_ON_FILE.CHOSEN_AT.desc().nullsLast(), CARD_ON_FILE.ID.desc())
                .fetchGroups(CARD_ON_FILE.CUSTOMER_ID, CardStore::card);
    }

    /** Those that another card is to be asked for on the day, and was not. */
    List<CardOnFile> toAsk(BusinessId business, LocalDate today) {
        return ending(business, today, CARD_ON_FILE.ASKED_ON.isNull());
    }

    /** Those for a person: of nobody who could be asked, or that end within two weeks although their holders were asked. */
    List<CardOnFile> expiring(BusinessId business, LocalDate today) {
        return ending(
                business, today, CARD_ON_FILE.ASKED_ON.isNull().or(CARD_ON_FILE.EXPIRES.le(today.plusDays(LAST_DAYS))));
    }

    /**
     * Those that are good no more in two months, or since two months, where the customer has none that is good for longer.
     */
    private List<CardOnFile> ending(BusinessId business, LocalDate today, Condition which) {
        LocalDate limit = today.plusMonths(2);
        var longer = CARD_ON_FILE.as("longer");
        return db.selectFrom(CARD_ON_FILE)
                .where(CARD_ON_FILE.BUSINESS_ID.eq(business))
                .and(CARD_ON_FILE.STATE.eq(DSL.inline(CardOnFile.State.USABLE.words())))
                .and(CARD_ON_FILE.EXPIRES.between(today.minusMonths(2), limit))
                .and(which)
                .andNotExists(DSL.selectOne()
                        .from(longer)
                        .where(longer.BUSINESS_ID.eq(business))
                        .and(longer.CUSTOMER_ID.eq(CARD_ON_FILE.CUSTOMER_ID))
                        .and(longer.STATE.eq(DSL.inline(CardOnFile.State.USABLE.words())))
                        .and(longer.EXPIRES.gt(limit)))
                .orderBy(CARD_ON_FILE.EXPIRES, CARD_ON_FILE.ID)
                .fetch(CardStore::card);
    }

    /** Its holder was asked for another one. */
    void asked(BusinessId business, CardId id, LocalDate on) {
        db.update(CARD_ON_FILE)
                .set(CARD_ON_FILE.ASKED_ON, on)
                .where(is(business, id))
                .execute();
    }

    Optional<CardOnFile> findByToken(BusinessId business, ProcessorId processor, String token) {
        return db.selectFrom(CARD_ON_FILE)
                .where(CARD_ON_FILE.BUSINESS_ID.eq(business))
                .and(CARD_ON_FILE.PROCESSOR_ID.eq(processor))
                .and(CARD_ON_FILE.TOKEN_DIGEST.eq(vault.digest(TOKEN, token)))
                .fetchOptional(CardStore::card);
    }

    /** A card and what stands for it at its processor. */
    record Chargeable(CardOnFile card, String token) {}

    Map<CardId, Chargeable> chargeable(BusinessId business, Collection<CardId> ids) {
        return db.selectFrom(CARD_ON_FILE)
                .where(CARD_ON_FILE.BUSINESS_ID.eq(business))
                .and(DSL.condition("card_on_file.id = any({0})", IdArray.of(ids)))
                .fetchMap(CARD_ON_FILE.ID, r -> new Chargeable(card(r), vault.decrypt(r.getTokenSecret())));
    }

    /** What stands for it at its processor. */
    String token(BusinessId business, CardId id) {
        return chargeable(business, List.of(id)).get(id).token();
    }

    /** The same card with another month; the issuer may have changed its number too. */
    void update(BusinessId business, CardId id, ProcessorPort.KeptCard now) {
        db.update(CARD_ON_FILE)
                .set(CARD_ON_FILE.EXPIRES, now.expires().atEndOfMonth())
                .set(CARD_ON_FILE.LAST_FOUR, now.lastFour())
                .set(CARD_ON_FILE.BRAND, now.brand())
                .setNull(CARD_ON_FILE.ASKED_ON)
                .where(is(business, id))
                .execute();
    }

    /** Ends that it is usable; false if it was not. */
    boolean end(BusinessId business, CardId id, CardOnFile.State state, String cause) {
        return db.update(CARD_ON_FILE)
                        .set(CARD_ON_FILE.STATE, state.words())
                        .set(CARD_ON_FILE.CAUSE, cause)
                        .where(is(business, id))
                        .and(CARD_ON_FILE.STATE.ne(CardOnFile.State.REMOVED.words()))
                        .and(CARD_ON_FILE.STATE.ne(state.words()))
                        .execute()
                == 1;
    }

    /** Charges it first from now on; false if it was so, or it cannot be charged. */
    boolean choose(BusinessId business, CardOnFile card) {
        boolean isFirst = ofCustomer(business, card.customer()).stream()
                .filter(c -> c.state() == CardOnFile.State.USABLE)
                .findFirst()
                .filter(c -> c.id().equals(card.id()))
                .isPresent();
        return !isFirst
                && db.update(CARD_ON_FILE)
                                .set(CARD_ON_FILE.CHOSEN_AT, DSL.currentOffsetDateTime())
                                .where(is(business, card.id()))
                                .and(CARD_ON_FILE.STATE.eq(CardOnFile.State.USABLE.words()))
                                .execute()
                        == 1;
    }

    private static Condition is(BusinessId business, CardId id) {
        return CARD_ON_FILE.BUSINESS_ID.eq(business).and(CARD_ON_FILE.ID.eq(id));
    }

    private static CardOnFile card(CardOnFileRecord r) {
        LocalDate lastDay = r.getExpires();
        return new CardOnFile(
                r.getId(),
                r.getCustomerId(),
                r.getProcessorId(),
                r.getBrand(),
                r.getLastFour(),
                YearMonth.from(lastDay),
                r.getNetworkRef(),
                CardOnFile.Way.of(r.getWay()),
                r.getConsent(),
                r.getAgreedOn(),
                CardOnFile.State.of(r.getState()),
                r.getCause());
    }
}
