package exactum.app.billing;

import static exactumdb.Tables.BILLING_RUN;
import static exactumdb.Tables.BILLING_RUN_ITEM;
import static exactumdb.Tables.NUMBER_COUNTER;
import static exactumdb.Tables.OCCURRENCE;

import exactum.app.business.Business;
import exactum.app.rows.BulkInsert;
import exactum.core.money.Money;
import exactumdb.tables.records.BillingRunItemRecord;
import exactumdb.tables.records.BillingRunRecord;
import exactumdb.tables.records.OccurrenceRecord;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Billing runs and their items, the occurrences that were billed, and the invoice numbers. */
@Component
public class BillingStore {
    private final DSLContext db;

    BillingStore(DSLContext db) {
        this.db = db;
    }

    /** A date of a recurring invoice that an invoice is made for. */
    record Claim(UUID recurringId, LocalDate date, UUID invoiceId) {}

    /** What became of an item. */
    record Outcome(int itemNo, UUID invoiceId, String reason) {}

    public Optional<BillingRun> find(UUID id) {
        return db.selectFrom(BILLING_RUN)
                .where(BILLING_RUN.BUSINESS_ID.eq(Business.ID))
                .and(BILLING_RUN.ID.eq(id))
                .fetchOptional(BillingStore::run);
    }

    public List<BillingRun> latest(int most) {
        return db.selectFrom(BILLING_RUN)
                .where(BILLING_RUN.BUSINESS_ID.eq(Business.ID))
                .orderBy(BILLING_RUN.ID.desc())
                .limit(most)
                .fetch(BillingStore::run);
    }

    public List<BillingRun> running() {
        return db.selectFrom(BILLING_RUN)
                .where(BILLING_RUN.BUSINESS_ID.eq(Business.ID))
                .and(BILLING_RUN.STATE.eq("running"))
                .fetch(BillingStore::run);
    }

    public List<PlannedItem> items(UUID run, int from, int most) {
        String currency = find(run).orElseThrow().total().currency().getCurrencyCode();
        return db.selectFrom(BILLING_RUN_ITEM)
                .where(BILLING_RUN_ITEM.BUSINESS_ID.eq(Business.ID))
                .and(BILLING_RUN_ITEM.RUN_ID.eq(run))
                .and(BILLING_RUN_ITEM.ITEM_NO.ge(from))
                .orderBy(BILLING_RUN_ITEM.ITEM_NO)
                .limit(most)
                .fetch(i -> item(i, currency));
    }

    /** How many items of a run have no address to go to. */
    public int heldCount(UUID run) {
        return db.fetchCount(
                BILLING_RUN_ITEM,
                BILLING_RUN_ITEM
                        .BUSINESS_ID
                        .eq(Business.ID)
                        .and(BILLING_RUN_ITEM.RUN_ID.eq(run))
                        .and(BILLING_RUN_ITEM.SENT_TO.isNull()));
    }

    void insertRun(BillingRun r) {
        db.insertInto(BILLING_RUN)
                .set(BILLING_RUN.BUSINESS_ID, Business.ID)
                .set(BILLING_RUN.ID, r.id())
                .set(BILLING_RUN.RUN_DATE, r.date())
                .set(BILLING_RUN.STATE, "rehearsed")
                .set(BILLING_RUN.PLANNED, r.planned())
                .set(BILLING_RUN.TOTAL_MINOR, r.total().minor())
                .set(BILLING_RUN.CURRENCY, r.total().currency().getCurrencyCode())
                .set(BILLING_RUN.MADE_BY, r.madeBy())
                .execute();
    }

    void setPlan(UUID run, int planned, Money total) {
        db.update(BILLING_RUN)
                .set(BILLING_RUN.PLANNED, planned)
                .set(BILLING_RUN.TOTAL_MINOR, total.minor())
                .where(BILLING_RUN.BUSINESS_ID.eq(Business.ID))
                .and(BILLING_RUN.ID.eq(run))
                .execute();
    }

    void insertItems(UUID run, List<PlannedItem> items) {
        BulkInsert.execute(
                db,
                items.stream()
                        .map(i -> new BillingRunItemRecord()
                                .setBusinessId(Business.ID)
                                .setRunId(run)
                                .setItemNo(i.itemNo())
                                .setRecurringId(i.recurringId())
                                .setRecurringRevision(i.recurringRevision())
                                .setCustomerId(i.customerId())
                                .setOccurrenceIndex(i.occurrenceIndex())
                                .setInvoiceDate(i.invoiceDate())
                                .setDueDate(i.dueDate())
                                .setGrossMinor(i.gross().minor())
                                .setSentTo(i.sentTo()))
                        .toList());
    }

    /** Drops rehearsals of the person that were never committed. */
    void dropRehearsals(String madeBy) {
        var abandoned = DSL.select(BILLING_RUN.ID)
                .from(BILLING_RUN)
                .where(BILLING_RUN.BUSINESS_ID.eq(Business.ID))
                .and(BILLING_RUN.STATE.eq("rehearsed"))
                .and(BILLING_RUN.MADE_BY.eq(madeBy));
        db.deleteFrom(BILLING_RUN_ITEM)
                .where(BILLING_RUN_ITEM.BUSINESS_ID.eq(Business.ID))
                .and(BILLING_RUN_ITEM.RUN_ID.in(abandoned))
                .execute();
        db.deleteFrom(BILLING_RUN)
                .where(BILLING_RUN.BUSINESS_ID.eq(Business.ID))
                .and(BILLING_RUN.STATE.eq("rehearsed"))
                .and(BILLING_RUN.MADE_BY.eq(madeBy))
                .execute();
    }

    /** Drops a rehearsal without items. */
    void drop(UUID run) {
        db.deleteFrom(BILLING_RUN)
                .where(BILLING_RUN.BUSINESS_ID.eq(Business.ID))
                .and(BILLING_RUN.ID.eq(run))
                .and(BILLING_RUN.STATE.eq("rehearsed"))
                .execute();
    }

    /** Claims a rehearsed run for committing; false if it was committed already. */
    boolean start(UUID run) {
        return db.update(BILLING_RUN)
                        .set(BILLING_RUN.STATE, "running")
                        .set(BILLING_RUN.STARTED_AT, OffsetDateTime.now())
                        .where(BILLING_RUN.BUSINESS_ID.eq(Business.ID))
                        .and(BILLING_RUN.ID.eq(run))
                        .and(BILLING_RUN.STATE.eq("rehearsed"))
                        .execute()
                == 1;
    }

    void finish(UUID run) {
        db.update(BILLING_RUN)
                .set(BILLING_RUN.STATE, "done")
                .set(BILLING_RUN.FINISHED_AT, OffsetDateTime.now())
                .where(BILLING_RUN.BUSINESS_ID.eq(Business.ID))
                .and(BILLING_RUN.ID.eq(run))
                .and(BILLING_RUN.STATE.eq("running"))
                .execute();
    }

    /** Locks the next items that are still to be handled; a second worker takes the following ones. */
    List<PlannedItem> lockPlanned(UUID run, String currency, int most) {
        return db.selectFrom(BILLING_RUN_ITEM)
                .where(BILLING_RUN_ITEM.BUSINESS_ID.eq(Business.ID))
                .and(BILLING_RUN_ITEM.RUN_ID.eq(run))
                .and(BILLING_RUN_ITEM.STATE.eq(DSL.inline("planned")))
                .orderBy(BILLING_RUN_ITEM.ITEM_NO)
                .limit(most)
                .forUpdate()
                .skipLocked()
                .fetch(i -> item(i, currency));
    }

    /** Claims dates for invoices; answers those that nobody had billed. */
    Set<UUID> claim(List<Claim> claims) {
        if (claims.isEmpty()) return Set.of();
        var insert = db.insertInto(
                        OCCURRENCE,
                        OCCURRENCE.BUSINESS_ID,
                        OCCURRENCE.RECURRING_ID,
                        OCCURRENCE.OCCURRENCE_DATE,
                        OCCURRENCE.INVOICE_ID)
                .select(DSL.select(
                                DSL.inline(Business.ID),
                                DSL.field("r", UUID.class),
                                DSL.field("d", LocalDate.class),
                                DSL.field("i", UUID.class))
                        .from(
                                "unnest({0}, {1}, {2}) as v(r, d, i)",
                                DSL.val(claims.stream().map(Claim::recurringId).toArray(UUID[]::new)),
                                DSL.val(claims.stream().map(Claim::date).toArray(LocalDate[]::new)),
                                DSL.val(claims.stream().map(Claim::invoiceId).toArray(UUID[]::new))));
        return new HashSet<>(
                insert.onConflictDoNothing().returning(OCCURRENCE.INVOICE_ID).fetch(OccurrenceRecord::getInvoiceId));
    }

    /** Takes the next numbers of a year; the counter's row stays locked until the transaction ends, so there is no gap. */
    long takeNumbers(String series, int year, int count) {
        db.insertInto(NUMBER_COUNTER)
                .set(NUMBER_COUNTER.BUSINESS_ID, Business.ID)
                .set(NUMBER_COUNTER.SERIES, series)
                .set(NUMBER_COUNTER.YEAR, year)
                .onConflictDoNothing()
                .execute();
        long last = db.update(NUMBER_COUNTER)
                .set(NUMBER_COUNTER.LAST_NUMBER, NUMBER_COUNTER.LAST_NUMBER.plus(count))
                .where(NUMBER_COUNTER.BUSINESS_ID.eq(Business.ID))
                .and(NUMBER_COUNTER.SERIES.eq(series))
                .and(NUMBER_COUNTER.YEAR.eq(year))
                .returningResult(NUMBER_COUNTER.LAST_NUMBER)
                .fetchSingle()
                .value1();
        return last - count + 1;
    }

    /** Writes what became of the items and counts them on the run. */
    void settle(UUID run, List<Outcome> outcomes) {
        db.execute(
                "update billing_run_item i set state = case when v.reason is null then 'issued' else 'left out' end, reason = v.reason, invoice_id = v.invoice"
                        + " from unnest({0}, {1}, {2}) as v(item_no, invoice, reason) where i.business_id = {3} and i.run_id = {4} and i.item_no = v.item_no",
                DSL.val(outcomes.stream().map(Outcome::itemNo).toArray(Integer[]::new)),
                DSL.val(outcomes.stream().map(Outcome::invoiceId).toArray(UUID[]::new)),
                DSL.val(outcomes.stream().map(Outcome::reason).toArray(String[]::new)),
                DSL.inline(Business.ID),
                DSL.val(run));
        int issued = (int) outcomes.stream().filter(o -> o.reason() == null).count();
        db.update(BILLING_RUN)
                .set(BILLING_RUN.ISSUED, BILLING_RUN.ISSUED.plus(issued))
                .set(BILLING_RUN.LEFT_OUT, BILLING_RUN.LEFT_OUT.plus(outcomes.size() - issued))
                .where(BILLING_RUN.BUSINESS_ID.eq(Business.ID))
                .and(BILLING_RUN.ID.eq(run))
                .execute();
    }

    private static BillingRun run(BillingRunRecord r) {
        return new BillingRun(
                r.getId(),
                r.getRunDate(),
                r.getState(),
                r.getPlanned(),
                r.getIssued(),
                r.getLeftOut(),
                Money.ofMinor(r.getCurrency(), r.getTotalMinor()),
                r.getMadeBy(),
                r.getMadeAt(),
                r.getStartedAt(),
                r.getFinishedAt());
    }

    private static PlannedItem item(BillingRunItemRecord i, String currency) {
        return new PlannedItem(
                i.getItemNo(),
                i.getRecurringId(),
                i.getRecurringRevision(),
                i.getCustomerId(),
                i.getOccurrenceIndex(),
                i.getInvoiceDate(),
                i.getDueDate(),
                Money.ofMinor(currency, i.getGrossMinor()),
                i.getSentTo(),
                i.getState(),
                i.getReason(),
                i.getInvoiceId());
    }
}
