package exactum.app.arrangements;

import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.OCCURRENCE;
import static exactumdb.Tables.RECURRING_INVOICE;
import static exactumdb.Tables.RECURRING_LINE;
import static exactumdb.Tables.RECURRING_SKIP;

import exactum.app.audit.Audit;
import exactum.app.database.CopyRows;
import exactum.app.database.IdArray;
import exactum.app.database.PlannedAlone;
import exactum.app.database.SearchWords;
import exactum.app.database.Slice;
import exactum.app.database.UntilWritten;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.ServicePeriod;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.RecurringId;
import exactumdb.tables.records.RecurringInvoiceRecord;
import exactumdb.tables.records.RecurringLineRecord;
import exactumdb.tables.records.RecurringSkipRecord;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.Comparator;
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
import org.jooq.Param;
import org.jooq.Result;
import org.jooq.SortField;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Recurring invoices and the dates of them that were billed, in the database. */
@Component
class RecurringStore implements FindRecurring {
    private static final List<Field<String>> SEARCHED = List.of(RECURRING_INVOICE.SEARCH, CUSTOMER.SEARCH);
    private static final int MANY = 5_000;
    private final DSLContext db;
    private final DSLContext lists;
    private final RecurringRows rows;
    private final UntilWritten<Counted, Integer> counts = new UntilWritten<>();
    private final UntilWritten<BusinessId, Map<RecurringState, Integer>> states = new UntilWritten<>();

    private record Counted(BusinessId business, Filter filter) {}

    RecurringStore(DSLContext db, RecurringRows rows) {
        this.db = db;
        lists = PlannedAlone.of(db);
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
    public Optional<LocalDate> billedUntil(BusinessId business, RecurringId id) {
        return db.select(DSL.max(OCCURRENCE.PERIOD_UNTIL))
                .from(OCCURRENCE)
                .where(OCCURRENCE.BUSINESS_ID.eq(business))
                .and(OCCURRENCE.RECURRING_ID.eq(id))
                .fetchOptional(r -> r.value1());
    }

    @Override
    public List<BilledPeriod> billed(BusinessId business, RecurringId id, LocalDate endingAfter) {
        return db.selectFrom(OCCURRENCE)
                .where(OCCURRENCE.BUSINESS_ID.eq(business))
                .and(OCCURRENCE.RECURRING_ID.eq(id))
                .and(OCCURRENCE.PERIOD_UNTIL.gt(endingAfter))
                .orderBy(OCCURRENCE.PERIOD_FROM)
                .fetch(o ->
                        new BilledPeriod(new ServicePeriod(o.getPeriodFrom(), o.getPeriodUntil()), o.getDocumentId()));
    }

    /** Takes back the claim on a period whose draft is deleted; answers the period’s first day. */
    Optional<LocalDate> release(BusinessId business, DocumentId document) {
        return db.deleteFrom(OCCURRENCE)
                .where(OCCURRENCE.BUSINESS_ID.eq(business))
                .and(OCCURRENCE.DOCUMENT_ID.eq(document))
                .returning(OCCURRENCE.PERIOD_FROM)
                .fetchOptional(OCCURRENCE.PERIOD_FROM);
    }

    /** Lets an arrangement go on with the period again; what was billed after it stays billed. */
    void goBack(BusinessId business, RecurringInvoice r, LocalDate period) {
        r.recurrence()
                .from(0)
                .takeWhile(o -> o.index() < r.nextIndex())
                .filter(o -> o.period().from().equals(period))
                .findFirst()
                .ifPresent(o -> update(
                        business,
                        r.at(new RecurringInvoice.Progress(
                                r.state() == RecurringState.ENDED ? RecurringState.ACTIVE : r.state(),
                                o.index(),
                                r.progress().skipped(),
                                r.progress().pausedOn()))));
    }

    @Override
    public List<RecurringInvoice> due(BusinessId business, Wanted wanted, RecurringId after, int most) {
        return load(business, due(wanted.day()).and(narrowed(wanted)).and(after(after)), most);
    }

    @Override
    public List<RecurringInvoice> going(BusinessId business, String words, UUID group) {
        Condition going = RECURRING_INVOICE.STATE.ne(RecurringState.ENDED.words());
        return load(business, going.and(narrowed(new Wanted(null, words, group))), 1_000).stream()
                .sorted(Comparator.comparing(RecurringInvoice::name))
                .toList();
    }

    private static Condition narrowed(Wanted wanted) {
        if (wanted.words().isBlank() && wanted.group() == null) return DSL.noCondition();
        Condition group = wanted.group() == null ? DSL.noCondition() : CUSTOMER.GROUP_ID.eq(wanted.group());
        return DSL.exists(DSL.selectOne()
                .from(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(RECURRING_INVOICE.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(RECURRING_INVOICE.CUSTOMER_ID))
                .and(group)
                .and(SearchWords.in(SEARCHED, wanted.words())));
    }

    private static Condition after(RecurringId id) {
        return id == null ? DSL.noCondition() : RECURRING_INVOICE.ID.gt(id);
    }

    @Override
    public List<RecurringInvoice> datedUpTo(BusinessId business, LocalDate day, RecurringId after, int most) {
        Condition dated = RECURRING_INVOICE
                .STATE
                .eq(DSL.inline(RecurringState.ACTIVE.words()))
                .and(RECURRING_INVOICE.NEXT_DATE.le(day));
        return load(business, dated.and(after(after)), most);
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
    public List<Listed> list(BusinessId business, Filter filter, Slice slice) {
        var found = lists.select(RECURRING_INVOICE.fields())
                .select(CUSTOMER.NAME, CUSTOMER.EMAIL)
                .from(RECURRING_INVOICE)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(RECURRING_INVOICE.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(RECURRING_INVOICE.CUSTOMER_ID))
                .where(RECURRING_INVOICE.BUSINESS_ID.eq(business))
                .and(filtered(filter))
                .orderBy(order(business, filter))
                .offset(slice.skipped())
                .limit(slice.most())
                .fetch();
        List<RecurringId> ids = found.getValues(RECURRING_INVOICE.ID);
        var lines = lines(business, ids);
        var skips = skips(business, ids);
        return found.map(r -> {
            RecurringInvoiceRecord one = r.into(RECURRING_INVOICE);
            return new Listed(
                    rows.recurring(one, lines.get(one.getId()), skips.getOrDefault(one.getId(), List.of())),
                    r.get(CUSTOMER.NAME),
                    r.get(CUSTOMER.EMAIL),
                    one.getNextDate(),
                    one.getNextMakeOn());
        });
    }

    /** By the next date; those of one date by customer, as long as there are not too many to be sorted for each page. */
    private List<SortField<?>> order(BusinessId business, Filter filter) {
        var next = RECURRING_INVOICE.NEXT_DATE.asc().nullsLast();
        boolean many = db.fetchCount(DSL.selectOne()
                        .from(RECURRING_INVOICE)
                        .where(RECURRING_INVOICE.BUSINESS_ID.eq(business))
                        .and(inState(filter))
                        .limit(MANY + 1))
                > MANY;
        return many
                ? List.of(next, RECURRING_INVOICE.ID.asc())
                : List.of(next, CUSTOMER.NAME.asc(), RECURRING_INVOICE.ID.asc());
    }

    @Override
    public int count(BusinessId business, Filter filter) {
        return counts.of(new Counted(business, filter), () -> counted(business, filter));
    }

    private int counted(BusinessId business, Filter filter) {
        if (filter.words().isBlank())
            return db.fetchCount(RECURRING_INVOICE, RECURRING_INVOICE.BUSINESS_ID.eq(business), inState(filter));
        return db.selectCount()
                .from(RECURRING_INVOICE)
                .join(CUSTOMER)
                .on(CUSTOMER.BUSINESS_ID.eq(RECURRING_INVOICE.BUSINESS_ID))
                .and(CUSTOMER.ID.eq(RECURRING_INVOICE.CUSTOMER_ID))
                .where(RECURRING_INVOICE.BUSINESS_ID.eq(business))
                .and(filtered(filter))
                .fetchSingle()
                .value1();
    }

    private static Condition filtered(Filter filter) {
        return SearchWords.in(SEARCHED, filter.words()).and(inState(filter));
    }

    private static Condition inState(Filter filter) {
        return filter.state() == null
                ? DSL.noCondition()
                : RECURRING_INVOICE.STATE.eq(filter.state().words());
    }

    @Override
    public Map<RecurringState, Integer> states(BusinessId business) {
        return states.of(
                business,
                () -> db.select(RECURRING_INVOICE.STATE, DSL.count())
                        .from(RECURRING_INVOICE)
                        .where(RECURRING_INVOICE.BUSINESS_ID.eq(business))
                        .groupBy(RECURRING_INVOICE.STATE)
                        .fetchMap(r -> RecurringState.of(r.value1()), r -> r.value2()));
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
        skip(business, r.id(), r.progress().skipped(), "agreed so");
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

    /** Leaves periods out, by their first days. */
    void skip(BusinessId business, RecurringId id, Collection<LocalDate> periods, String cause) {
        String who = Audit.who();
        CopyRows.into(
                db,
                periods.stream()
                        .map(p -> new RecurringSkipRecord()
                                .setBusinessId(business)
                                .setRecurringId(id)
                                .setPeriodFrom(p)
                                .setCause(cause)
                                .setMadeBy(who)
                                .setMadeAt(OffsetDateTime.now()))
                        .toList());
    }

    /** Takes a period in again; false if it was not left out. */
    boolean unskip(BusinessId business, RecurringId id, LocalDate period) {
        return db.deleteFrom(RECURRING_SKIP)
                        .where(RECURRING_SKIP.BUSINESS_ID.eq(business))
                        .and(RECURRING_SKIP.RECURRING_ID.eq(id))
                        .and(RECURRING_SKIP.PERIOD_FROM.eq(period))
                        .execute()
                == 1;
    }

    @Override
    public List<Skipped> skipped(BusinessId business, RecurringId id) {
        return db.selectFrom(RECURRING_SKIP)
                .where(RECURRING_SKIP.BUSINESS_ID.eq(business))
                .and(RECURRING_SKIP.RECURRING_ID.eq(id))
                .orderBy(RECURRING_SKIP.PERIOD_FROM)
                .fetch(s -> new Skipped(s.getPeriodFrom(), s.getCause(), s.getMadeBy()));
    }

    /** Claims periods for documents; answers those that nobody had billed. */
    Set<DocumentId> claim(BusinessId business, List<AdvanceRecurring.Claim> claims) {
        if (claims.isEmpty()) return Set.of();
        return new HashSet<>(db.fetch(
                        "insert into occurrence (business_id, recurring_id, period_from, period_until, occurrence_date, document_id)"
                                + " select {0}, v.r, v.f, v.u, v.d, v.i from unnest({1}, {2}, {3}, {4}, {5}) as v(r, f, u, d, i)"
                                + " on conflict do nothing returning document_id",
                        DSL.inline(business.value()),
                        DSL.val(claims.stream().map(c -> c.recurring().value()).toArray(UUID[]::new)),
                        days(claims, c -> c.occurrence().period().from()),
                        days(claims, c -> c.occurrence().period().until()),
                        days(claims, c -> c.occurrence().date()),
                        DSL.val(claims.stream().map(c -> c.document().value()).toArray(UUID[]::new)))
                .map(r -> new DocumentId(r.get(0, UUID.class))));
    }

    /** Moves each on to the occurrence with the index; not a change of the arrangement. */
    void advance(BusinessId business, Map<RecurringInvoice, Integer> nextIndexes) {
        List<Move> moves = nextIndexes.entrySet().stream()
                .map(e -> new Move(
                        e.getKey().id().value(),
                        e.getValue(),
                        e.getKey()
                                .at(e.getKey().progress().at(e.getValue()))
                                .next()
                                .orElse(null)))
                .toList();
        db.execute(
                "update recurring_invoice r set next_index = v.i, next_date = v.d, next_make_on = v.m, state = case when v.d is null then 'ended' else r.state end"
                        + " from unnest({0}, {1}, {2}, {3}) as v(id, i, d, m) where r.business_id = {4} and r.id = v.id and r.next_index < v.i",
                DSL.val(moves.stream().map(Move::id).toArray(UUID[]::new)),
                DSL.val(moves.stream().map(Move::index).toArray(Integer[]::new)),
                days(moves, m -> m.next() == null ? null : m.next().date()),
                days(moves, m -> m.next() == null ? null : m.next().makeOn()),
                DSL.inline(business.value()));
    }

    private static <T> Param<LocalDate[]> days(Collection<T> all, Function<T, LocalDate> day) {
        return DSL.val(all.stream().map(day).toArray(LocalDate[]::new));
    }

    private record Move(UUID id, int index, Occurrence next) {}

    private static Condition due(LocalDate day) {
        return RECURRING_INVOICE
                .STATE
                .eq(DSL.inline(RecurringState.ACTIVE.words()))
                .and(RECURRING_INVOICE.NEXT_MAKE_ON.le(day));
    }

    private static Condition among(Collection<RecurringId> ids) {
        return DSL.condition("recurring_invoice.id = any({0})", IdArray.of(ids));
    }

    private List<RecurringInvoice> load(BusinessId business, Condition condition, int most) {
        var found = db.selectFrom(RECURRING_INVOICE)
                .where(RECURRING_INVOICE.BUSINESS_ID.eq(business))
                .and(condition)
                .orderBy(RECURRING_INVOICE.ID)
                .limit(most)
                .fetch();
        List<RecurringId> ids = found.getValues(RECURRING_INVOICE.ID);
        var lines = lines(business, ids);
        var skips = skips(business, ids);
        return found.map(r -> rows.recurring(r, lines.get(r.getId()), skips.getOrDefault(r.getId(), List.of())));
    }

    private Map<RecurringId, List<LocalDate>> skips(BusinessId business, Collection<RecurringId> ids) {
        return db.select(RECURRING_SKIP.RECURRING_ID, RECURRING_SKIP.PERIOD_FROM)
                .from(RECURRING_SKIP)
                .where(RECURRING_SKIP.BUSINESS_ID.eq(business))
                .and(DSL.condition("recurring_skip.recurring_id = any({0})", IdArray.of(ids)))
                .fetchGroups(RECURRING_SKIP.RECURRING_ID, RECURRING_SKIP.PERIOD_FROM);
    }

    private Map<RecurringId, Result<RecurringLineRecord>> lines(BusinessId business, Collection<RecurringId> ids) {
        return db.selectFrom(RECURRING_LINE)
                .where(RECURRING_LINE.BUSINESS_ID.eq(business))
                .and(DSL.condition("recurring_line.recurring_id = any({0})", IdArray.of(ids)))
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
