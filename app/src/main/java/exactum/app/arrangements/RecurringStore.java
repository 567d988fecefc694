package exactum.app.arrangements;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.OCCURRENCE;
import static exactumdb.Tables.RECURRING_INVOICE;
import static exactumdb.Tables.RECURRING_LINE;

import exactum.app.database.CopyRows;
import exactum.app.database.SearchWords;
import exactum.app.database.Slice;
import exactum.core.cadence.Occurrence;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.RecurringId;
import exactumdb.tables.records.OccurrenceRecord;
import exactumdb.tables.records.RecurringInvoiceRecord;
import exactumdb.tables.records.RecurringLineRecord;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Result;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Recurring invoices and the dates of them that were billed, in the database. */
@Component
class RecurringStore implements FindRecurring {
    private static final Field<String> SEARCHED =
            RECURRING_INVOICE.SEARCH.concat(DSL.inline(" ")).concat(CUSTOMER.SEARCH);
    private final DSLContext db;
    private final RecurringRows rows;

    RecurringStore(DSLContext db, RecurringRows rows) {
        this.db = db;
        this.rows = rows;
    }

    @Override
    public Optional<RecurringInvoice> find(BusinessId business, RecurringId id) {
        return load(business, RECURRING_INVOICE.ID.eq(id), 1).stream().findFirst();
    }

    @Override
    public Map<RecurringId, RecurringInvoice> byId(BusinessId business, Collection<RecurringId> ids) {
        return load(business, among(ids), Integer.MAX_VALUE).stream()
                .collect(Collectors.toMap(RecurringInvoice::id, Function.identity()));
    }

    /** As {@link #byId}, and nobody else can change or bill them until the transaction ends. */
    Map<RecurringId, RecurringInvoice> lock(BusinessId business, Collection<RecurringId> ids) {
        db.select(RECURRING_INVOICE.ID)
                .from(RECURRING_INVOICE)
                .where(RECURRING_INVOICE.BUSINESS_ID.eq(business))
                .and(among(ids))
                .orderBy(RECURRING_INVOICE.ID)
                .forNoKeyUpdate()
                .execute();
        return byId(business, ids);
    }

    @Override
    public Optional<LocalDate> lastBilled(BusinessId business, RecurringId id) {
        return db.select(DSL.max(OCCURRENCE.OCCURRENCE_DATE))
                .from(OCCURRENCE)
                .where(OCCURRENCE.BUSINESS_ID.eq(business))
                .and(OCCURRENCE.RECURRING_ID.eq(id))
                .fetchOptional(r -> r.value1());
    }

    @Override
    public List<RecurringInvoice> due(BusinessId business, LocalDate day, RecurringId after, int most) {
        Condition due = due(day);
        return load(business, after == null ? due : due.and(RECURRING_INVOICE.ID.gt(after)), most);
    }

    @Override
    public Waiting waiting(BusinessId business, LocalDate day) {
        return db.select(DSL.count(), DSL.min(RECURRING_INVOICE.NEXT_MAKE_ON))
                .from(RECURRING_INVOICE)
                .where(RECURRING_INVOICE.BUSINESS_ID.eq(business))
                .and(due(day))
                .fetchSingle(r -> new Waiting(r.value1(), r.value2()));
    }

    @Override
    public List<Listed> list(BusinessId business, String words, Slice slice) {
        var found = db.select(RECURRING_INVOICE.fields())
                .select(CUSTOMER.NAME, CUSTOMER.EMAIL)
                .from(RECURRING_INVOICE)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(RECURRING_INVOICE.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(RECURRING_INVOICE.CUSTOMER_ID))
                .where(RECURRING_INVOICE.BUSINESS_ID.eq(business))
                .and(SearchWords.in(SEARCHED, words))
                .orderBy(RECURRING_INVOICE.NEXT_DATE.asc().nullsLast(), CUSTOMER.NAME, RECURRING_INVOICE.ID)
                .offset(slice.skipped())
                .limit(slice.most())
                .fetch();
        var lines = lines(business, found.getValues(RECURRING_INVOICE.ID));
        return found.map(r -> {
            RecurringInvoiceRecord one = r.into(RECURRING_INVOICE);
            return new Listed(
                    rows.recurring(one, lines.get(one.getId())),
                    r.get(CUSTOMER.NAME),
                    r.get(CUSTOMER.EMAIL),
                    one.getNextDate(),
                    one.getNextMakeOn());
        });
    }

    @Override
    public int count(BusinessId business, String words) {
        return db.selectCount()
                .from(RECURRING_INVOICE)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(RECURRING_INVOICE.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(RECURRING_INVOICE.CUSTOMER_ID))
                .where(RECURRING_INVOICE.BUSINESS_ID.eq(business))
                .and(SearchWords.in(SEARCHED, words))
                .fetchSingle()
                .value1();
    }

    @Override
    public List<RecurringInvoice> ofCustomer(BusinessId business, CustomerId customer, int most) {
        return load(business, RECURRING_INVOICE.CUSTOMER_ID.eq(customer), most);
    }

    /** Inserts it; false if there is one with its id. */
    boolean insert(BusinessId business, RecurringInvoice r) {
        int inserted = db.insertInto(RECURRING_INVOICE)
                .set(RecurringRows.row(business, r))
                .onConflict(RECURRING_INVOICE.BUSINESS_ID, RECURRING_INVOICE.ID)
                .doNothing()
                .execute();
        if (inserted == 0) return false;
        insertLines(business, r);
        return true;
    }

    /** Replaces the revision that was seen; false if somebody was first. */
    boolean update(BusinessId business, RecurringInvoice r) {
        int updated = db.update(RECURRING_INVOICE)
                .set(RecurringRows.row(business, r).setRevision(r.revision() + 1))
                .where(RECURRING_INVOICE.BUSINESS_ID.eq(business))
                .and(RECURRING_INVOICE.ID.eq(r.id()))
                .and(RECURRING_INVOICE.REVISION.eq(r.revision()))
                .execute();
        if (updated == 0) return false;
        db.deleteFrom(RECURRING_LINE)
                .where(RECURRING_LINE.BUSINESS_ID.eq(business))
                .and(RECURRING_LINE.RECURRING_ID.eq(r.id()))
                .execute();
        insertLines(business, r);
        return true;
    }

    /** Changes the state of the revision that was seen; false if somebody was first. */
    boolean setState(BusinessId business, RecurringId id, int revision, RecurringState state) {
        return db.update(RECURRING_INVOICE)
                        .set(RECURRING_INVOICE.STATE, state.words())
                        .set(RECURRING_INVOICE.REVISION, RECURRING_INVOICE.REVISION.plus(1))
                        .where(RECURRING_INVOICE.BUSINESS_ID.eq(business))
                        .and(RECURRING_INVOICE.ID.eq(id))
                        .and(RECURRING_INVOICE.REVISION.eq(revision))
                        .execute()
                == 1;
    }

    /** Claims dates for documents; answers those that nobody had billed. */
    Set<DocumentId> claim(BusinessId business, List<AdvanceRecurring.Claim> claims) {
        if (claims.isEmpty()) return Set.of();
        return new HashSet<>(db.insertInto(
                        OCCURRENCE,
                        OCCURRENCE.BUSINESS_ID,
                        OCCURRENCE.RECURRING_ID,
                        OCCURRENCE.OCCURRENCE_DATE,
                        OCCURRENCE.DOCUMENT_ID)
                .select(DSL.select(
                                DSL.val(business, OCCURRENCE.BUSINESS_ID),
                                DSL.field("r", OCCURRENCE.RECURRING_ID.getDataType()),
                                DSL.field("d", LocalDate.class),
                                DSL.field("i", OCCURRENCE.DOCUMENT_ID.getDataType()))
                        .from(
                                "unnest({0}, {1}, {2}) as v(r, d, i)",
                                DSL.val(claims.stream()
                                        .map(c -> c.recurring().value())
                                        .toArray(UUID[]::new)),
                                DSL.val(claims.stream()
                                        .map(AdvanceRecurring.Claim::date)
                                        .toArray(LocalDate[]::new)),
                                DSL.val(claims.stream()
                                        .map(c -> c.document().value())
                                        .toArray(UUID[]::new))))
                .onConflictDoNothing()
                .returning(OCCURRENCE.DOCUMENT_ID)
                .fetch(OccurrenceRecord::getDocumentId));
    }

    /** Moves each on to the occurrence with the index; not a change of the arrangement. */
    void advance(BusinessId business, Map<RecurringInvoice, Integer> nextIndexes) {
        List<Move> moves = nextIndexes.entrySet().stream()
                .map(e -> new Move(
                        e.getKey().id().value(),
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
                DSL.inline(business.value()));
    }

    private record Move(UUID id, int index, Occurrence next) {}

    private static Condition due(LocalDate day) {
        return RECURRING_INVOICE
                .STATE
                .eq(DSL.inline(RecurringState.ACTIVE.words()))
                .and(RECURRING_INVOICE.NEXT_MAKE_ON.le(day));
    }

    private static Condition among(Collection<RecurringId> ids) {
        return DSL.condition(
                "recurring_invoice.id = any({0})",
                DSL.val(ids.stream().map(RecurringId::value).toArray(UUID[]::new)));
    }

    private List<RecurringInvoice> load(BusinessId business, Condition condition, int most) {
        var found = db.selectFrom(RECURRING_INVOICE)
                .where(RECURRING_INVOICE.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(RECURRING_INVOICE.ID)
                .limit(most)
                .fetch();
        var lines = lines(business, found.getValues(RECURRING_INVOICE.ID));
        return found.map(r -> rows.recurring(r, lines.get(r.getId())));
    }

    private Map<RecurringId, Result<RecurringLineRecord>> lines(BusinessId business, Collection<RecurringId> ids) {
        return db.selectFrom(RECURRING_LINE)
                .where(RECURRING_LINE.BUSINESS_ID.eq(business))
                .and(DSL.condition(
                        "recurring_line.recurring_id = any({0})",
                        DSL.val(ids.stream().map(RecurringId::value).toArray(UUID[]::new))))
                .orderBy(RECURRING_LINE.RECURRING_ID, RECURRING_LINE.LINE_NO)
                .fetchGroups(RECURRING_LINE.RECURRING_ID);
    }

    private void insertLines(BusinessId business, RecurringInvoice r) {
        var lines = r.content().lines();
        CopyRows.into(
                db,
                IntStream.range(0, lines.size())
                        .mapToObj(i -> rows.row(business, r.id(), i, lines.get(i)))
                        .toList());
    }
}
