package exactum.app.links;

import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.PAYMENT_LINK;

import exactum.app.database.IdArray;
import exactum.app.database.InsertRows;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.PaymentLinkId;
import exactum.core.money.Money;
import exactumdb.tables.records.PaymentLinkRecord;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Payment links in the database; one of a document is open at a time. */
@Component
class LinkStore {
    private final DSLContext db;

    LinkStore(DSLContext db) {
        this.db = db;
    }

    /** Whose a document is. */
    CustomerId customerOf(BusinessId business, DocumentId document) {
        return db.select(DOCUMENT.CUSTOMER_ID)
                .from(DOCUMENT)
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(DOCUMENT.ID.eq(document))
                .fetchSingle(DOCUMENT.CUSTOMER_ID);
    }

    /** Inserts the link; false if another one of its document is open, whoever made it. */
    boolean insert(PaymentLink link, byte[] digest) {
        PaymentLink.Ask ask = link.ask();
        int inserted = db.insertInto(PAYMENT_LINK)
                .set(PAYMENT_LINK.BUSINESS_ID, link.business())
                .set(PAYMENT_LINK.ID, link.id())
                .set(PAYMENT_LINK.CUSTOMER_ID, link.customer())
                .set(PAYMENT_LINK.DOCUMENT_ID, link.document())
                .set(PAYMENT_LINK.CURRENCY, ask == null ? null : ask.currency().getCurrencyCode())
                .set(
                        PAYMENT_LINK.AMOUNT_MINOR,
                        ask == null || ask.amount() == null
                                ? null
                                : ask.amount().minor())
                .set(PAYMENT_LINK.PURPOSE, ask == null ? "" : ask.purpose())
                .set(PAYMENT_LINK.ONCE, ask != null && ask.once())
                .set(PAYMENT_LINK.TELL, link.tell())
                .set(PAYMENT_LINK.TOKEN_DIGEST, digest)
                .set(PAYMENT_LINK.MADE_ON, link.madeOn())
                .set(PAYMENT_LINK.EXPIRES_ON, link.expiresOn())
                .onConflictDoNothing()
                .execute();
        return inserted == 1;
    }

    /** Inserts links of documents, each unless another one of its document is open, whoever made it. */
    void insertOfDocuments(Map<PaymentLink, byte[]> digests) {
        InsertRows.ifNew(
                        db,
                        digests.entrySet().stream()
                                .map(e -> new PaymentLinkRecord()
                                        .setBusinessId(e.getKey().business())
                                        .setId(e.getKey().id())
                                        .setCustomerId(e.getKey().customer())
                                        .setDocumentId(e.getKey().document())
                                        .setPurpose("")
                                        .setOnce(false)
                                        .setTell("")
                                        .setTokenDigest(e.getValue())
                                        .setMadeOn(e.getKey().madeOn())
                                        .setExpiresOn(e.getKey().expiresOn()))
                                .toList())
                .execute();
    }

    /** Those of documents that were not withdrawn. */
    List<PaymentLink> unwithdrawn(BusinessId business, Collection<DocumentId> documents) {
        return db.selectFrom(PAYMENT_LINK)
                .where(ofAny(business, documents))
                .and(PAYMENT_LINK.WITHDRAWN_AT.isNull())
                .fetch(LinkStore::link);
    }

    Optional<PaymentLink> find(BusinessId business, PaymentLinkId id) {
        return db.selectFrom(PAYMENT_LINK).where(is(business, id)).fetchOptional(LinkStore::link);
    }

    Optional<PaymentLink> findUnwithdrawn(BusinessId business, DocumentId document) {
        return db.selectFrom(PAYMENT_LINK)
                .where(of(business, document))
                .and(PAYMENT_LINK.WITHDRAWN_AT.isNull())
                .fetchOptional(LinkStore::link);
    }

    /** All links of a document, the newest first. */
    List<PaymentLink> all(BusinessId business, DocumentId document) {
        return db.selectFrom(PAYMENT_LINK)
                .where(of(business, document))
                .orderBy(PAYMENT_LINK.ID.desc())
                .fetch(LinkStore::link);
    }

    /** The links of a customer that ask for an amount without a document, the newest first. */
    List<PaymentLink> ofCustomer(BusinessId business, CustomerId customer) {
        return db.selectFrom(PAYMENT_LINK)
                .where(PAYMENT_LINK.BUSINESS_ID.eq(business))
                .and(PAYMENT_LINK.CUSTOMER_ID.eq(customer))
                .and(PAYMENT_LINK.DOCUMENT_ID.isNull())
                .orderBy(PAYMENT_LINK.ID.desc())
                .fetch(LinkStore::link);
    }

    /** Of documents, those links of whose payment somebody wants to be told. */
    List<PaymentLink> toldOf(BusinessId business, List<DocumentId> documents) {
        return db.selectFrom(PAYMENT_LINK)
                .where(PAYMENT_LINK.BUSINESS_ID.eq(business))
                .and(DSL.condition("payment_link.document_id = any({0})", IdArray.of(documents)))
                .and(PAYMENT_LINK.TELL.ne(DSL.inline("")))
                .and(PAYMENT_LINK.PAID_ON.isNull())
                .fetch(LinkStore::link);
    }

    Optional<PaymentLink> findByDigest(byte[] digest) {
        return db.selectFrom(PAYMENT_LINK)
                .where(PAYMENT_LINK.TOKEN_DIGEST.eq(digest))
                .fetchOptional(LinkStore::link);
    }

    /** Marks it withdrawn; false if it was, or is not there. */
    boolean withdraw(BusinessId business, PaymentLinkId id) {
        return db.update(PAYMENT_LINK)
                        .set(PAYMENT_LINK.WITHDRAWN_AT, OffsetDateTime.now())
                        .where(is(business, id))
                        .and(PAYMENT_LINK.WITHDRAWN_AT.isNull())
                        .execute()
                == 1;
    }

    /** Takes the expired links of documents away, so that new ones can be made in their place. */
    void replaceExpired(BusinessId business, Collection<DocumentId> documents, LocalDate today) {
        db.update(PAYMENT_LINK)
                .set(PAYMENT_LINK.WITHDRAWN_AT, OffsetDateTime.now())
                .set(PAYMENT_LINK.REPLACED, true)
                .where(ofAny(business, documents))
                .and(PAYMENT_LINK.WITHDRAWN_AT.isNull())
                .and(PAYMENT_LINK.EXPIRES_ON.lt(today))
                .execute();
    }

    void setTell(BusinessId business, PaymentLinkId id, String email) {
        db.update(PAYMENT_LINK)
                .set(PAYMENT_LINK.TELL, email)
                .where(is(business, id))
                .execute();
    }

    /** Notes the day on which it was paid; false if it was noted before. */
    boolean setPaid(BusinessId business, PaymentLinkId id, LocalDate on) {
        return db.update(PAYMENT_LINK)
                        .set(PAYMENT_LINK.PAID_ON, on)
                        .where(is(business, id))
                        .and(PAYMENT_LINK.PAID_ON.isNull())
                        .execute()
                == 1;
    }

    private static Condition is(BusinessId business, PaymentLinkId id) {
        return PAYMENT_LINK.BUSINESS_ID.eq(business).and(PAYMENT_LINK.ID.eq(id));
    }

    private static Condition of(BusinessId business, DocumentId document) {
        return PAYMENT_LINK.BUSINESS_ID.eq(business).and(PAYMENT_LINK.DOCUMENT_ID.eq(document));
    }

    private static Condition ofAny(BusinessId business, Collection<DocumentId> documents) {
        return PAYMENT_LINK
                .BUSINESS_ID
                .eq(business)
                .and(DSL.condition("payment_link.document_id = any({0})", IdArray.of(documents)));
    }

    private static PaymentLink link(PaymentLinkRecord r) {
        return new PaymentLink(
                r.getBusinessId(),
                r.getId(),
                r.getCustomerId(),
                r.getDocumentId(),
                r.getCurrency() == null ? null : ask(r),
                r.getTell(),
                r.getMadeOn(),
                r.getExpiresOn(),
                r.getWithdrawnAt() != null && !r.getReplaced(),
                r.getPaidOn());
    }

    private static PaymentLink.Ask ask(PaymentLinkRecord r) {
        return new PaymentLink.Ask(
                Currency.getInstance(r.getCurrency()),
                r.getAmountMinor() == null ? null : Money.ofMinor(r.getCurrency(), r.getAmountMinor()),
                r.getPurpose(),
                r.getOnce());
    }
}
