package exactum.app.settlement;

import static exactumdb.Tables.ALLOCATION;
import static exactumdb.Tables.CLAIM;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.DOCUMENT_STANDING;
import static exactumdb.Tables.ENTRY;
import static exactumdb.Tables.MEANS;
import static exactumdb.Tables.POSTING;
import static exactumdb.Tables.RECEIPT;
import static exactumdb.Tables.STANDING_KEY;

import exactum.app.audit.Audit;
import exactum.app.database.CopyRows;
import exactum.app.database.IdArray;
import exactum.app.database.Statistics;
import exactum.app.ledger.Ledger;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;
import exactum.core.settlement.Changes;
import exactum.core.settlement.Claim;
import exactum.core.settlement.Means;
import exactum.core.text.Folding;
import exactumdb.tables.records.ReceiptRecord;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.function.ToLongFunction;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** Keeps what acts on positions wrote: new rows by COPY, changed rests in one statement a table, entries to the ledger. */
@Component
class ChangesStore {
    private final DSLContext db;
    private final Ledger ledger;
    private final ApplicationEventPublisher events;
    private final Statistics statistics;

    ChangesStore(DSLContext db, Ledger ledger, ApplicationEventPublisher events, Statistics statistics) {
        this.db = db;
        this.ledger = ledger;
        this.events = events;
        this.statistics = statistics;
    }

    /** What a receipt says beside what its means does. */
    record ReceiptRow(MeansId means, NewPayment payment, String customerName) {}

    void save(BusinessId business, Changes changes, List<ReceiptRow> receipts) {
        CopyRows.into(
                db, changes.newMeans().stream().map(m -> Rows.row(business, m)).toList());
        CopyRows.into(db, receipts.stream().map(r -> row(business, r)).toList());
        CopyRows.into(
                db, changes.newClaims().stream().map(c -> Rows.row(business, c)).toList());
        CopyRows.into(
                db, changes.takeBacks().stream().map(t -> Rows.row(business, t)).toList());
        CopyRows.into(
                db,
                changes.allocations().stream().map(a -> Rows.row(business, a)).toList());
        CopyRows.into(
                db, changes.refunds().stream().map(r -> Rows.row(business, r)).toList());
        updateClaims(business, changes.changedClaims());
        updateMeans(business, changes.changedMeans());
        ledger.bookAll(business, changes.entries());
        if (!changes.signals().isEmpty()) events.publishEvent(new Settled(business, changes.signals()));
    }

    /** So many payments were taken in. */
    void wrote(int payments) {
        statistics.wrote(payments, MEANS, RECEIPT, ALLOCATION, CLAIM, ENTRY, POSTING, DOCUMENT_STANDING, STANDING_KEY);
    }

    /** Whether the sale of a processor was taken before. */
    boolean hasSale(BusinessId business, ProcessorId processor, String reference) {
        return !salesAmong(business, processor, List.of(reference)).isEmpty();
    }

    /** Which of a processor's sales were taken in. */
    Set<String> salesAmong(BusinessId business, ProcessorId processor, Collection<String> references) {
        return db.select(RECEIPT.SALE_REF)
                .from(RECEIPT)
                .where(RECEIPT.BUSINESS_ID.eq(business))
                .and(RECEIPT.PROCESSOR_ID.eq(processor))
                .and(RECEIPT.SALE_REF.eq(DSL.any(references.toArray(String[]::new))))
                .fetchSet(RECEIPT.SALE_REF);
    }

    Map<CustomerId, String> customerNames(BusinessId business, Collection<CustomerId> customers) {
        return db.select(CUSTOMER.ID, CUSTOMER.NAME)
                .from(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(business))
                .and(DSL.condition("customer.id = any({0})", IdArray.of(customers)))
                .fetchMap(CUSTOMER.ID, CUSTOMER.NAME);
    }

    void reserveFor(BusinessId business, DocumentId from, DocumentId to) {
        db.update(MEANS)
                .set(MEANS.RESERVED_FOR, to)
                .where(MEANS.BUSINESS_ID.eq(business))
                .and(MEANS.RESERVED_FOR.eq(from))
                .execute();
    }

    private void updateClaims(BusinessId business, Collection<Claim> claims) {
        if (claims.isEmpty()) return;
        db.execute(
                "update claim c set left_minor = v.l, own_left_minor = v.o, closed_minor = v.c from unnest({0}, {1}, {2}, {3}) as v(id, l, o, c) where c.business_id = {4} and c.id = v.id",
                DSL.val(claims.stream().map(c -> c.id().value()).toArray(UUID[]::new)),
                longs(claims, c -> c.left().amount().minor()),
                longs(claims, c -> c.left().own().minor()),
                longs(claims, c -> c.closed().minor()),
                DSL.inline(business.value()));
    }

    private void updateMeans(BusinessId business, Collection<Means> means) {
        if (means.isEmpty()) return;
        db.execute(
                "update means m set left_minor = v.l, own_left_minor = v.o, taken_back_minor = v.t, refunded_minor = v.r, refunded_through_minor = v.h, reserved_for = v.f"
                        + " from unnest({0}, {1}, {2}, {3}, {4}, {5}, {6}) as v(id, l, o, t, r, h, f) where m.business_id = {7} and m.id = v.id",
                DSL.val(means.stream().map(m -> m.id().value()).toArray(UUID[]::new)),
                longs(means, m -> m.left().amount().minor()),
                longs(means, m -> m.left().own().minor()),
                longs(means, m -> m.takenBack().minor()),
                longs(means, m -> m.refunded().minor()),
                longs(means, m -> m.refundedThrough().minor()),
                DSL.val(means.stream()
                        .map(m ->
                                m.reservedFor() == null ? null : m.reservedFor().value())
                        .toArray(UUID[]::new)),
                DSL.inline(business.value()));
    }

    private static <T> org.jooq.Param<Long[]> longs(Collection<T> all, ToLongFunction<T> value) {
        return DSL.val(all.stream().map(value::applyAsLong).toArray(Long[]::new));
    }

    private static ReceiptRecord row(BusinessId business, ReceiptRow r) {
        NewPayment.Origin origin = r.payment().origin();
        NewPayment.CardSale sale = origin.sale();
        return new ReceiptRecord()
                .setBusinessId(business)
                .setMeansId(r.means())
                .setChannel(origin.channel().words())
                .setSource(origin.source())
                .setMoneyAccount(origin.account())
                .setChargesMinor(origin.charges().minor())
                .setReference(emptyToNull(origin.said().reference()))
                .setNote(emptyToNull(origin.said().note()))
                .setProcessorId(sale == null ? null : sale.processor())
                .setSaleRef(sale == null ? null : sale.reference())
                .setFeeMinor(sale == null ? null : sale.fee().minor())
                .setCollectionId(origin.collection())
                .setRecordedBy(Audit.who())
                .setSearch(Folding.of(String.join(
                        " ",
                        r.customerName(),
                        origin.source(),
                        origin.said().reference(),
                        sale == null ? "" : sale.reference())));
    }

    private static String emptyToNull(String text) {
        return text.isEmpty() ? null : text;
    }
}
