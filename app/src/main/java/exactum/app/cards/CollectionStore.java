package exactum.app.cards;

import static exactumdb.Tables.COLLECTION;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.INVOICE;
import static exactumdb.Tables.PROCESSOR_EVENT;

import exactum.app.business.Business;
import exactum.app.ids.Ids;
import exactum.core.money.Money;
import exactumdb.tables.records.CollectionRecord;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Collections by card and the notices of the processor. */
@Component
public class CollectionStore {
    private final DSLContext db;

    CollectionStore(DSLContext db) {
        this.db = db;
    }

    /** A collection as lists show it. */
    public record Listed(Collection collection, String invoiceNumber, String customer) {}

    /** A notice of the processor as lists show it. */
    public record Notice(String id, String kind, OffsetDateTime receivedAt, String outcome) {}

    /** Starts a collection unless one of the invoice is in flight; answers the one that is. */
    Collection startOrFind(UUID processor, UUID invoice, UUID link, Money amount, LocalDate today) {
        db.insertInto(COLLECTION)
                .set(COLLECTION.BUSINESS_ID, Business.ID)
                .set(COLLECTION.ID, Ids.next())
                .set(COLLECTION.PROCESSOR_ID, processor)
                .set(COLLECTION.INVOICE_ID, invoice)
                .set(COLLECTION.LINK_ID, link)
                .set(COLLECTION.AMOUNT_MINOR, amount.minor())
                .set(COLLECTION.CURRENCY, amount.currency().getCurrencyCode())
                .set(COLLECTION.STATE, "planned")
                .set(COLLECTION.STARTED_ON, today)
                .onConflictDoNothing()
                .execute();
        return findInFlight(invoice).orElseThrow();
    }

    public Optional<Collection> find(UUID id) {
        return db.selectFrom(COLLECTION)
                .where(COLLECTION.BUSINESS_ID.eq(Business.ID))
                .and(COLLECTION.ID.eq(id))
                .fetchOptional(CollectionStore::collection);
    }

    public Optional<Collection> findInFlight(UUID invoice) {
        return db.selectFrom(COLLECTION)
                .where(COLLECTION.BUSINESS_ID.eq(Business.ID))
                .and(COLLECTION.INVOICE_ID.eq(invoice))
                .and(COLLECTION.STATE.in("planned", "in flight"))
                .fetchOptional(CollectionStore::collection);
    }

    Optional<Collection> findByCheckout(UUID processor, String checkout) {
        return db.selectFrom(COLLECTION)
                .where(COLLECTION.BUSINESS_ID.eq(Business.ID))
                .and(COLLECTION.PROCESSOR_ID.eq(processor))
                .and(COLLECTION.CHECKOUT_REF.eq(checkout))
                .fetchOptional(CollectionStore::collection);
    }

    public List<Collection> ofInvoice(UUID invoice) {
        return db.selectFrom(COLLECTION)
                .where(COLLECTION.BUSINESS_ID.eq(Business.ID))
                .and(COLLECTION.INVOICE_ID.eq(invoice))
                .orderBy(COLLECTION.ID)
                .fetch(CollectionStore::collection);
    }

    /** Collections in flight since before the moment, which nobody asked about since then either. */
    public List<Collection> withoutWord(Instant before, int most) {
        OffsetDateTime limit = before.atOffset(ZoneOffset.UTC);
        return db.selectFrom(COLLECTION)
                .where(COLLECTION.BUSINESS_ID.eq(Business.ID))
                .and(COLLECTION.STATE.eq("in flight"))
                .and(COLLECTION.STARTED_AT.lt(limit))
                .and(COLLECTION.ASKED_AT.isNull().or(COLLECTION.ASKED_AT.lt(limit)))
                .orderBy(COLLECTION.STARTED_AT)
                .limit(most)
                .fetch(CollectionStore::collection);
    }

    public List<Listed> latest(int most) {
        return db.select(COLLECTION.fields())
                .select(INVOICE.NUMBER, CUSTOMER.NAME)
                .from(COLLECTION)
                .join(INVOICE)
                .on(INVOICE.BUSINESS_ID.eq(COLLECTION.BUSINESS_ID))
                .and(INVOICE.ID.eq(COLLECTION.INVOICE_ID))
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(INVOICE.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(INVOICE.CUSTOMER_ID))
                .where(COLLECTION.BUSINESS_ID.eq(Business.ID))
                .orderBy(COLLECTION.ID.desc())
                .limit(most)
                .fetch(r -> new Listed(collection(r.into(COLLECTION)), r.get(INVOICE.NUMBER), r.get(CUSTOMER.NAME)));
    }

    public List<Notice> notices(int most) {
        return db.selectFrom(PROCESSOR_EVENT)
                .where(PROCESSOR_EVENT.BUSINESS_ID.eq(Business.ID))
                .orderBy(PROCESSOR_EVENT.RECEIVED_AT.desc())
                .limit(most)
                .fetch(e -> new Notice(e.getEventId(), e.getKind(), e.getReceivedAt(), e.getOutcome()));
    }

    void opened(UUID id, Processor.Checkout checkout) {
        db.update(COLLECTION)
                .set(COLLECTION.STATE, "in flight")
                .set(COLLECTION.CHECKOUT_REF, checkout.reference())
                .set(COLLECTION.CHECKOUT_URL, checkout.url())
                .where(COLLECTION.BUSINESS_ID.eq(Business.ID))
                .and(COLLECTION.ID.eq(id))
                .and(COLLECTION.STATE.eq("planned"))
                .execute();
    }

    void asked(UUID id, Instant at) {
        db.update(COLLECTION)
                .set(COLLECTION.ASKED_AT, at.atOffset(ZoneOffset.UTC))
                .where(COLLECTION.BUSINESS_ID.eq(Business.ID))
                .and(COLLECTION.ID.eq(id))
                .execute();
    }

    void refused(UUID id, String reason) {
        db.update(COLLECTION)
                .set(COLLECTION.LAST_REASON, reason)
                .where(COLLECTION.BUSINESS_ID.eq(Business.ID))
                .and(COLLECTION.ID.eq(id))
                .execute();
    }

    void closed(UUID id, String state, String reason) {
        db.update(COLLECTION)
                .set(COLLECTION.STATE, state)
                .set(COLLECTION.LAST_REASON, reason)
                .where(COLLECTION.BUSINESS_ID.eq(Business.ID))
                .and(COLLECTION.ID.eq(id))
                .and(COLLECTION.STATE.in("planned", "in flight"))
                .execute();
    }

    void collected(UUID id, String sale) {
        db.update(COLLECTION)
                .set(COLLECTION.STATE, "collected")
                .set(COLLECTION.SALE_REF, sale)
                .where(COLLECTION.BUSINESS_ID.eq(Business.ID))
                .and(COLLECTION.ID.eq(id))
                .execute();
    }

    /** Notes a notice once; false if it was noted before. A second one at the same moment waits for the first. */
    boolean note(UUID processor, String event, String kind, String body, Instant sentAt, String outcome) {
        return db.insertInto(PROCESSOR_EVENT)
                        .set(PROCESSOR_EVENT.BUSINESS_ID, Business.ID)
                        .set(PROCESSOR_EVENT.PROCESSOR_ID, processor)
                        .set(PROCESSOR_EVENT.EVENT_ID, event)
                        .set(PROCESSOR_EVENT.KIND, kind)
                        .set(PROCESSOR_EVENT.BODY, body)
                        .set(PROCESSOR_EVENT.SENT_AT, sentAt.atOffset(ZoneOffset.UTC))
                        .set(PROCESSOR_EVENT.OUTCOME, outcome)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    void setOutcome(UUID processor, String event, String outcome) {
        db.update(PROCESSOR_EVENT)
                .set(PROCESSOR_EVENT.OUTCOME, outcome)
                .where(PROCESSOR_EVENT.BUSINESS_ID.eq(Business.ID))
                .and(PROCESSOR_EVENT.PROCESSOR_ID.eq(processor))
                .and(PROCESSOR_EVENT.EVENT_ID.eq(event))
                .execute();
    }

    private static Collection collection(CollectionRecord c) {
        return new Collection(
                c.getId(),
                c.getProcessorId(),
                c.getInvoiceId(),
                Money.ofMinor(c.getCurrency(), c.getAmountMinor()),
                c.getState(),
                c.getCheckoutRef(),
                c.getCheckoutUrl(),
                c.getSaleRef(),
                c.getLastReason(),
                c.getStartedOn(),
                c.getStartedAt());
    }
}
