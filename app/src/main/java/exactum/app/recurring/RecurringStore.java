package exactum.app.recurring;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.OCCURRENCE;
import static exactumdb.Tables.RECURRING_INVOICE;
import static exactumdb.Tables.RECURRING_LINE;

import exactum.app.business.Business;
import exactum.app.rows.BulkInsert;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Recurrence;
import exactum.core.cadence.Recurrence.End;
import exactum.core.money.Money;
import exactumdb.tables.records.RecurringInvoiceRecord;
import exactumdb.tables.records.RecurringLineRecord;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Result;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Recurring invoices in the database. */
@Component
public class RecurringStore {
    private final DSLContext db;

    RecurringStore(DSLContext db) {
        this.db = db;
    }

    /** A recurring invoice as the list shows it. */
    public record Listed(
            RecurringInvoice recurring,
            String customerName,
            String customerEmail,
            LocalDate nextDate,
            LocalDate nextMakeOn) {}

    public Optional<RecurringInvoice> find(UUID id) {
        return load(RECURRING_INVOICE.ID.eq(id)).stream().findFirst();
    }

    public Map<UUID, RecurringInvoice> byId(Collection<UUID> ids) {
        return load(RECURRING_INVOICE.ID.eq(DSL.any(ids.toArray(UUID[]::new)))).stream()
                .collect(java.util.stream.Collectors.toMap(RecurringInvoice::id, r -> r));
    }

    /** As {@link #byId}, and nobody else can change or bill them until the transaction ends. */
    public Map<UUID, RecurringInvoice> lock(Collection<UUID> ids) {
        db.select(RECURRING_INVOICE.ID)
                .from(RECURRING_INVOICE)
                .where(RECURRING_INVOICE.BUSINESS_ID.eq(Business.ID))
                .and(RECURRING_INVOICE.ID.eq(DSL.any(ids.toArray(UUID[]::new))))
                .orderBy(RECURRING_INVOICE.ID)
                .forUpdate()
                .execute();
        return byId(ids);
    }

    /** The last date that was billed, or nothing before the first. */
    public Optional<LocalDate> lastBilled(UUID id) {
        return db.select(DSL.max(OCCURRENCE.OCCURRENCE_DATE))
                .from(OCCURRENCE)
                .where(OCCURRENCE.BUSINESS_ID.eq(Business.ID))
                .and(OCCURRENCE.RECURRING_ID.eq(id))
                .fetchOptional(r -> r.value1());
    }

    /** The next ones to make on or before the day, in the order of their ids, after the given id. */
    public List<RecurringInvoice> due(LocalDate day, UUID after, int most) {
        Condition due = RECURRING_INVOICE.STATE.eq("active").and(RECURRING_INVOICE.NEXT_MAKE_ON.le(day));
        return load(after == null ? due : due.and(RECURRING_INVOICE.ID.gt(after)), most);
    }

    public List<Listed> list(String words) {
        Condition all = RECURRING_INVOICE.BUSINESS_ID.eq(Business.ID);
        for (String word : words.strip().split("\\s+")) {
            if (!word.isEmpty())
                all = all.and(DSL.condition(
                        "fold(recurring_invoice.name || ' ' || customer.name || ' ' || customer.code) like '%' || fold({0}) || '%'",
                        DSL.val(word)));
        }
        var rows = db.select(RECURRING_INVOICE.fields())
                .select(CUSTOMER.NAME, CUSTOMER.EMAIL)
                .from(RECURRING_INVOICE)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(RECURRING_INVOICE.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(RECURRING_INVOICE.CUSTOMER_ID))
                .where(all)
                .orderBy(RECURRING_INVOICE.NEXT_DATE.asc().nullsLast(), CUSTOMER.NAME)
                .limit(500)
                .fetch();
        Map<UUID, Result<RecurringLineRecord>> lines = lines(rows.getValues(RECURRING_INVOICE.ID));
        return rows.map(r -> {
            var record = r.into(RECURRING_INVOICE);
            return new Listed(
                    recurring(record, lines.get(record.getId())),
                    r.get(CUSTOMER.NAME),
                    r.get(CUSTOMER.EMAIL),
                    record.getNextDate(),
                    record.getNextMakeOn());
        });
    }

    public List<RecurringInvoice> ofCustomer(UUID customer) {
        return load(RECURRING_INVOICE.CUSTOMER_ID.eq(customer));
    }

    /** Inserts it; false if there is one with its id. */
    boolean insert(RecurringInvoice r) {
        int inserted = db.insertInto(RECURRING_INVOICE)
                .set(row(r))
                .onConflict(RECURRING_INVOICE.BUSINESS_ID, RECURRING_INVOICE.ID)
                .doNothing()
                .execute();
        if (inserted == 0) return false;
        insertLines(r);
        return true;
    }

    /** Replaces the revision that was seen; false if somebody was first. */
    boolean update(RecurringInvoice r) {
        var row = row(r);
        row.setRevision(r.revision() + 1);
        int updated = db.update(RECURRING_INVOICE)
                .set(row)
                .where(RECURRING_INVOICE.BUSINESS_ID.eq(Business.ID))
                .and(RECURRING_INVOICE.ID.eq(r.id()))
                .and(RECURRING_INVOICE.REVISION.eq(r.revision()))
                .execute();
        if (updated == 0) return false;
        db.deleteFrom(RECURRING_LINE)
                .where(RECURRING_LINE.BUSINESS_ID.eq(Business.ID))
                .and(RECURRING_LINE.RECURRING_ID.eq(r.id()))
                .execute();
        insertLines(r);
        return true;
    }

    boolean setState(UUID id, int revision, String state) {
        return db.update(RECURRING_INVOICE)
                        .set(RECURRING_INVOICE.STATE, state)
                        .set(RECURRING_INVOICE.REVISION, RECURRING_INVOICE.REVISION.plus(1))
                        .where(RECURRING_INVOICE.BUSINESS_ID.eq(Business.ID))
                        .and(RECURRING_INVOICE.ID.eq(id))
                        .and(RECURRING_INVOICE.REVISION.eq(revision))
                        .execute()
                == 1;
    }

    /** Moves each on to the occurrence after the one that was billed; not a change of the arrangement. */
    public void advance(Map<RecurringInvoice, Integer> nextIndexes) {
        var moves = nextIndexes.entrySet().stream()
                .map(e -> new Move(
                        e.getKey().id(),
                        e.getValue(),
                        e.getKey().recurrence().occurrence(e.getValue()).orElse(null)))
                .toList();
        db.execute(
                "update recurring_invoice r set next_index = v.i, next_date = v.d, next_make_on = v.m, state = case when v.d is null then 'ended' else r.state end"
                        + " from unnest({0}, {1}, {2}, {3}) as v(id, i, d, m) where r.business_id = {4} and r.id = v.id and r.next_index < v.i",
                DSL.val(moves.stream().map(Move::id).toArray(UUID[]::new)),
                DSL.val(moves.stream().map(Move::index).toArray(Integer[]::new)),
                DSL.val(moves.stream()
                        .map(m -> m.next() == null ? null : m.next().date())
                        .toArray(LocalDate[]::new)),
                DSL.val(moves.stream()
                        .map(m -> m.next() == null ? null : m.next().makeOn())
                        .toArray(LocalDate[]::new)),
                DSL.inline(Business.ID));
    }

    private record Move(UUID id, int index, Occurrence next) {}

    private List<RecurringInvoice> load(Condition condition) {
        return load(condition, 1_000);
    }

    private List<RecurringInvoice> load(Condition condition, int most) {
        var rows = db.selectFrom(RECURRING_INVOICE)
                .where(RECURRING_INVOICE.BUSINESS_ID.eq(Business.ID))
                .and(condition)
                .orderBy(RECURRING_INVOICE.ID)
                .limit(most)
                .fetch();
        Map<UUID, Result<RecurringLineRecord>> lines = lines(rows.getValues(RECURRING_INVOICE.ID));
        return rows.map(r -> recurring(r, lines.get(r.getId())));
    }

    private Map<UUID, Result<RecurringLineRecord>> lines(Collection<UUID> ids) {
        return db.selectFrom(RECURRING_LINE)
                .where(RECURRING_LINE.BUSINESS_ID.eq(Business.ID))
                .and(RECURRING_LINE.RECURRING_ID.eq(DSL.any(ids.toArray(UUID[]::new))))
                .orderBy(RECURRING_LINE.RECURRING_ID, RECURRING_LINE.LINE_NO)
                .fetchGroups(RECURRING_LINE.RECURRING_ID);
    }

    private void insertLines(RecurringInvoice r) {
        BulkInsert.execute(
                db,
                IntStream.range(0, r.lines().size())
                        .mapToObj(i -> row(r.id(), i, r.lines().get(i)))
                        .toList());
    }

    private static RecurringInvoice recurring(RecurringInvoiceRecord r, List<RecurringLineRecord> lines) {
        End end = r.getEndsOn() != null
                ? new End.OnDate(r.getEndsOn())
                : r.getEndsAfter() != null ? new End.After(r.getEndsAfter()) : new End.Never();
        var recurrence = new Recurrence(
                Cadence.parse(r.getRule()),
                r.getStartsOn(),
                Coverage.valueOf(r.getCoverage()),
                end,
                r.getMadeDaysBefore());
        return new RecurringInvoice(
                r.getId(),
                r.getName(),
                r.getCustomerId(),
                recurrence,
                r.getTermsId(),
                r.getTheirReference(),
                r.getMemo(),
                Currency.getInstance(r.getCurrency()),
                r.getState(),
                r.getNextIndex(),
                r.getRevision(),
                lines.stream()
                        .map(l -> new RecurringInvoice.Line(
                                l.getItemId(),
                                l.getDescription(),
                                l.getQuantity(),
                                l.getUnit(),
                                Money.ofMinor(r.getCurrency(), l.getPriceMinor()),
                                l.getTaxCode(),
                                l.getIncomeAccount()))
                        .toList());
    }

    private static RecurringInvoiceRecord row(RecurringInvoice r) {
        Recurrence recurrence = r.recurrence();
        Optional<Occurrence> next = recurrence.occurrence(r.nextIndex());
        var row = new RecurringInvoiceRecord();
        row.setBusinessId(Business.ID)
                .setId(r.id())
                .setName(r.name())
                .setCustomerId(r.customerId())
                .setRule(recurrence.cadence().rule())
                .setStartsOn(recurrence.startsOn())
                .setEndsOn(recurrence.end() instanceof End.OnDate on ? on.last() : null)
                .setEndsAfter(recurrence.end() instanceof End.After after ? after.count() : null)
                .setCoverage(recurrence.coverage().name())
                .setMadeDaysBefore(recurrence.madeDaysBefore())
                .setTermsId(r.termsId())
                .setTheirReference(r.theirReference())
                .setMemo(r.memo())
                .setCurrency(r.currency().getCurrencyCode())
                .setState(next.isPresent() ? r.state() : "ended")
                .setNextIndex(r.nextIndex())
                .setNextDate(next.map(Occurrence::date).orElse(null))
                .setNextMakeOn(next.map(Occurrence::makeOn).orElse(null))
                .setRevision(r.revision());
        return row;
    }

    private static RecurringLineRecord row(UUID recurring, int index, RecurringInvoice.Line l) {
        return new RecurringLineRecord()
                .setBusinessId(Business.ID)
                .setRecurringId(recurring)
                .setLineNo((short) (index + 1))
                .setItemId(l.itemId())
                .setDescription(l.description())
                .setQuantity(l.quantity())
                .setUnit(l.unit())
                .setPriceMinor(l.price().minor())
                .setTaxCode(l.taxCode())
                .setIncomeAccount(l.incomeAccount());
    }
}
