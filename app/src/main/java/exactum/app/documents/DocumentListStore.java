package exactum.app.documents;

import static exactumdb.Tables.APPROVAL;
import static exactumdb.Tables.DOCUMENT;
import static exactumdb.Tables.DOCUMENT_STANDING;
import static exactumdb.Tables.STANDING_KEY;

import exactum.app.database.IdArray;
import exactum.app.database.PlannedAlone;
import exactum.app.database.SearchWords;
import exactum.app.database.Slice;
import exactum.app.database.UntilWritten;
import exactum.app.daysheet.Sums;
import exactum.app.daysheet.Wanted;
import exactum.app.ledger.Provable;
import exactum.app.ledger.Prove;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.RecurringId;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.jooq.Condition;
import org.jooq.Cursor;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.Record;
import org.jooq.SortField;
import org.jooq.Table;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/**
 * Lists of documents by how they stand, each sorted by an index. What all of them come to is added up from tallies, which cost the
 * same over any number of documents.
 */
@Component
class DocumentListStore implements ListDocuments, Provable {
    private static final String TALLIES = """
            select kind, stands, coalesce(open_due < {1}, false) as past, currency, sum(documents)::bigint as documents, sum(gross_minor)::bigint as gross, sum(open_minor)::bigint as open
              from document_tally where business_id = {0} group by 1, 2, 3, 4 having sum(documents) <> 0 order by currency
            """;
    private static final String FOLD = """
            with folded as (delete from document_tally where exists (select 1 from document_tally group by business_id, kind, stands, open_due, currency having count(*) > 1) returning business_id, kind, stands, open_due, currency, documents, gross_minor, open_minor)
            insert into document_tally select business_id, kind, stands, open_due, currency, sum(documents), sum(gross_minor), sum(open_minor) from folded group by 1, 2, 3, 4, 5
              having sum(documents) <> 0 or sum(gross_minor) <> 0 or sum(open_minor) <> 0
            """;
    private static final String STANDS_OTHERWISE = """
            select 'how ' || coalesce(n.number, s.number) || ' stands is not what it is listed as' from (select * from document_standing_now where business_id = {0}) n
              full join (select * from document_standing where business_id = {0}) s on s.document_id = n.document_id
             where (n.kind, n.customer_id, n.customer, n.document_date, n.number, n.search, n.currency, n.gross_minor, n.open_minor, n.settled_minor, n.open_due, n.last_due, n.stands)
                   is distinct from (s.kind, s.customer_id, s.customer, s.document_date, s.number, s.search, s.currency, s.gross_minor, s.open_minor, s.settled_minor, s.open_due, s.last_due, s.stands) limit 20
            """;
    private static final String KEYED_OTHERWISE = """
            select 'document ' || coalesce(s.number, '') || ' is not found by how it stands' from (select * from document_standing where business_id = {0}) s
              full join (select * from standing_key where business_id = {0}) k on k.document_id = s.document_id
             where (s.stands, s.open_minor, coalesce(s.open_due, s.last_due)) is distinct from (k.stands, k.open_minor, k.due) limit 20
            """;
    private static final String TALLIED_OTHERWISE = """
            select 'the tally of ' || kind || 's that are ' || stands || ' is not what they come to' from (
                select kind, stands, open_due, currency, 1 as n, gross_minor, open_minor from document_standing where business_id = {0}
                union all select kind, stands, open_due, currency, -documents, -gross_minor, -open_minor from document_tally where business_id = {0}) both_ways
             group by kind, stands, open_due, currency having sum(n) <> 0 or sum(gross_minor) <> 0 or sum(open_minor) <> 0 limit 20
            """;
    /** Beyond so many rows, a list is read from its other end where that is nearer. */
    private static final int FAR = 5_000;

    /** Up to so many that stand so are looked up one by one; past more one walks until a page is full. */
    private static final int FEW = 6_000;

    /** Of the mandate nearest to the document, an active one before others: its own, else its arrangement's, else its customer's. */
    private static final Field<String> MANDATE = DSL.field("""
            case when document_standing.kind = 'invoice' and document_standing.open_minor > 0 then coalesce((
              select m.state from (
                  select 1 as far, v.mandate_id from mandate_cover v where v.business_id = document_standing.business_id and v.document_id = document_standing.document_id
                  union all select 2, v.mandate_id from document d join mandate_cover v on v.business_id = d.business_id and v.recurring_id = d.origin_id
                             where d.business_id = document_standing.business_id and d.id = document_standing.document_id
                  union all select 3, v.mandate_id from mandate_cover v where v.business_id = document_standing.business_id and v.customer_id = document_standing.customer_id) near
                join mandate m on m.business_id = document_standing.business_id and m.id = near.mandate_id and m.replaced_by is null
               order by (m.state <> 'active'), near.far, m.made_on desc, m.id desc limit 1), '') end
            """, String.class);

    private static final int KEPT = 200;

    private final DSLContext db;
    private final UntilWritten<Asked, List<Listed>> pages = new UntilWritten<>(KEPT);
    private final UntilWritten<Asked, Totals> totals = new UntilWritten<>();

    private record Asked(BusinessId business, Filter filter, LocalDate today, Slice slice) {}

    DocumentListStore(DSLContext db) {
        this.db = PlannedAlone.of(db);
    }

    @Override
    public List<Listed> list(BusinessId business, Filter filter, LocalDate today, Slice slice) {
        return pages.of(
                new Asked(business, filter, today, slice), () -> List.copyOf(page(business, filter, today, slice)));
    }

    private List<Listed> page(BusinessId business, Filter filter, LocalDate today, Slice slice) {
        Order order = tellingApart(filter);
        Condition wanted = wanted(business, filter, today, isByKey(order) ? By.KEY : nearest(business, filter, today));
        boolean passesAllPaid = order.column() == Column.OPEN && filter.standing() == Standing.OVERDUE;
        if (passesAllPaid) wanted = wanted.and(STANDING_KEY.OPEN_MINOR.gt(0L));
        if (slice.skipped() < FAR) return list(business, wanted, order, today, slice);
        Totals counted = totals(business, filter, today);
        int all = counted.count();
        int after = all - slice.skipped() - slice.most();
        if (counted.isMore() || after > slice.skipped()) return list(business, wanted, order, today, slice);
        Order turned = new Order(order.column(), !order.descending());
        int most = Math.max(0, Math.min(slice.most(), all - slice.skipped()));
        var found = new ArrayList<>(list(business, wanted, turned, today, new Slice(Math.max(0, after) + 1, most)));
        Collections.reverse(found);
        return found;
    }

    @Override
    public List<Listed> list(BusinessId business, Collection<DocumentId> ids, LocalDate today) {
        if (ids.isEmpty()) return List.of();
        Condition these = DSL.condition("document_standing.document_id = any({0})", IdArray.of(ids));
        return list(business, these, Order.NEWEST, today, Slice.first(ids.size()));
    }

    @Override
    public List<Listed> ofCustomer(BusinessId business, CustomerId customer, LocalDate today, int most) {
        return list(business, DOCUMENT_STANDING.CUSTOMER_ID.eq(customer), Order.NEWEST, today, Slice.first(most));
    }

    @Override
    public List<Listed> creditNotesOf(BusinessId business, DocumentId document, LocalDate today) {
        return list(
                business,
                DOCUMENT_STANDING
                        .KIND
                        .eq(DocumentKind.CREDIT_NOTE)
                        .and(of(business, DOCUMENT.ORIGIN_ID.eq(document.value()))),
                Order.NEWEST,
                today,
                Slice.first(Integer.MAX_VALUE));
    }

    @Override
    public List<Listed> ofRecurring(BusinessId business, RecurringId recurring, LocalDate today, int most) {
        return list(
                business,
                of(business, DOCUMENT.ORIGIN_ID.eq(recurring.value())),
                Order.NEWEST,
                today,
                Slice.first(most));
    }

    @Override
    public List<Listed> settledByNumberKey(BusinessId business, Collection<String> keys, LocalDate today) {
        if (keys.isEmpty()) return List.of();
        Condition named = of(
                business,
                DSL.condition(
                        "lower(replace(document.number, '-', '')) = any({0})", DSL.val(keys.toArray(String[]::new))));
        return list(business, named, Order.NEWEST, today, Slice.first(Integer.MAX_VALUE)).stream()
                .filter(d -> d.open().isZero() && d.kind() == DocumentKind.INVOICE)
                .toList();
    }

    @Override
    public Set<Integer> numberKeyLengths(BusinessId business) {
        return new HashSet<>(db.fetch(
                        "select distinct length(lower(replace(number, '-', ''))) from document where business_id = {0} and number is not null",
                        DSL.inline(business.value()))
                .map(r -> r.get(0, Integer.class)));
    }

    @Override
    public Totals totals(BusinessId business, Filter filter, LocalDate today) {
        if (filter.isByStandingAlone())
            return Totals.of(counts(business, filter.kinds(), today).stream()
                    .filter(c -> filter.standing() == null || c.standing() == filter.standing())
                    .toList());
        return totals.of(
                new Asked(business, filter, today, null),
                () -> totals(business, wanted(business, filter, today, nearest(business, filter, today))));
    }

    @Override
    public Totals totalsOfCustomer(BusinessId business, CustomerId customer, LocalDate today) {
        return totals(
                business,
                DOCUMENT_STANDING
                        .CUSTOMER_ID
                        .eq(customer)
                        .and(DOCUMENT_STANDING.KIND.in(DocumentKind.INVOICE, DocumentKind.CASH_SALE))
                        .and(DOCUMENT_STANDING.STANDS.notIn("draft", "void")));
    }

    @Override
    public List<Listed> drafts(BusinessId business, Wanted wanted) {
        return list(business, draft(business, wanted), Order.NEWEST, wanted.today(), Slice.first(wanted.most()));
    }

    @Override
    public int countDrafts(BusinessId business, Wanted wanted) {
        return db.fetchCount(DOCUMENT_STANDING, DOCUMENT_STANDING.BUSINESS_ID.eq(business), draft(business, wanted));
    }

    @Override
    public Totals draftTotals(BusinessId business, Wanted wanted) {
        return totals(business, draft(business, wanted));
    }

    private static Condition draft(BusinessId business, Wanted wanted) {
        return in(business, Standing.DRAFT, wanted.today(), By.LOOK_UP)
                .and(of(business, DOCUMENT.ORIGIN.ne(Origin.Kind.RECURRING.words())))
                .and(wanted.rows(DraftDecisions.KEY, DOCUMENT_STANDING.DOCUMENT_ID))
                .andNotExists(DSL.selectOne()
                        .from(APPROVAL)
                        .where(APPROVAL.BUSINESS_ID.eq(DOCUMENT_STANDING.BUSINESS_ID))
                        .and(APPROVAL.SUBJECT.eq(DOCUMENT_STANDING.DOCUMENT_ID.coerce(UUID.class)))
                        .and(APPROVAL.STATE.eq("asked")));
    }

    @Override
    public List<Count> counts(BusinessId business, Set<DocumentKind> kinds, LocalDate today) {
        var rows = db.fetch(TALLIES, DSL.inline(business.value()), DSL.val(today)).stream()
                .filter(r -> kinds.contains(DocumentKind.of(r.get("kind", String.class))))
                .toList();
        return Stream.of(Standing.values())
                .map(one -> {
                    var of = rows.stream().filter(r -> is(one, r)).toList();
                    return new Count(
                            one,
                            of.stream()
                                    .mapToInt(r -> r.get("documents", Integer.class))
                                    .sum(),
                            Sums.byCurrency(
                                    of.stream().map(r -> money(r, "gross")).toList()),
                            Sums.byCurrency(of.stream()
                                    .map(r -> money(r, "open"))
                                    .filter(Money::isPositive)
                                    .toList()));
                })
                .toList();
    }

    private static boolean is(Standing one, Record r) {
        return one.stored().contains(r.get("stands", String.class))
                && (one.isPast() == null || one.isPast().equals(r.get("past", Boolean.class)));
    }

    private static Money money(Record r, String column) {
        return Money.ofMinor(r.get("currency", String.class), r.get(column, Long.class));
    }

    /** All of the wanted documents, in their order, one after the other; within a transaction. */
    void each(BusinessId business, Filter filter, LocalDate today, Consumer<Listed> taken) {
        Order order = tellingApart(filter);
        try (Cursor<Record> all = db.select(DOCUMENT_STANDING.fields())
                .from(sortable(order))
                .where(DOCUMENT_STANDING.BUSINESS_ID.eq(business))
                .and(wanted(business, filter, today, nearest(business, filter, today)))
                .orderBy(order(order))
                .fetchSize(1_000)
                .fetchLazy()) {
            for (Record r : all) taken.accept(listed(r, today, ""));
        }
    }

    /** Adds the tallies of before together; the same stands there afterwards, in fewer rows. */
    void fold() {
        db.execute(FOLD);
    }

    @Override
    public List<String> disagreements(BusinessId business) {
        return Stream.concat(
                        Prove.rowByRow(db, business, STANDS_OTHERWISE).stream(),
                        Prove.all(db, business, KEYED_OTHERWISE, TALLIED_OTHERWISE).stream())
                .toList();
    }

    private Totals totals(BusinessId business, Condition wanted) {
        var some = db.select(DOCUMENT_STANDING.CURRENCY, DOCUMENT_STANDING.GROSS_MINOR, DOCUMENT_STANDING.OPEN_MINOR)
                .from(DOCUMENT_STANDING)
                .where(DOCUMENT_STANDING.BUSINESS_ID.eq(business))
                .and(wanted)
                .orderBy(order(Order.NEWEST))
                .limit(MOST_ADDED_UP + 1)
                .asTable("some");
        var rows = db.select(
                        some.field(DOCUMENT_STANDING.CURRENCY),
                        DSL.count(),
                        DSL.sum(some.field(DOCUMENT_STANDING.GROSS_MINOR)),
                        DSL.sum(some.field(DOCUMENT_STANDING.OPEN_MINOR)))
                .from(some)
                .groupBy(some.field(DOCUMENT_STANDING.CURRENCY))
                .orderBy(some.field(DOCUMENT_STANDING.CURRENCY))
                .fetch();
        int count = rows.stream().mapToInt(r -> r.value2()).sum();
        if (count > MOST_ADDED_UP) return new Totals(MOST_ADDED_UP, List.of(), List.of(), true);
        return new Totals(
                count,
                rows.map(r -> money(r.value1(), r.value3())),
                rows.map(r -> money(r.value1(), r.value4())).stream()
                        .filter(Money::isPositive)
                        .toList());
    }

    private List<Listed> list(BusinessId business, Condition wanted, Order order, LocalDate today, Slice slice) {
        return db.select(DOCUMENT_STANDING.fields())
                .select(MANDATE)
                .from(sortable(order))
                .where(DOCUMENT_STANDING.BUSINESS_ID.eq(business))
                .and(wanted)
                .orderBy(order(order))
                .offset(slice.skipped())
                .limit(slice.most())
                .fetch(r -> listed(r, today, Optional.ofNullable(r.get(MANDATE)).orElse("")));
    }

    /** What has nothing open is all alike by what is open, and comes by date. */
    private static Order tellingApart(Filter filter) {
        Order order = filter.order();
        boolean alike = order.column() == Column.OPEN
                && filter.standing() != null
                && filter.standing().isSettled();
        return alike ? new Order(Column.DATE, order.descending()) : order;
    }

    /** Whether what it is sorted by changes with payments. */
    private static boolean isByKey(Order order) {
        return order.column() == Column.DUE || order.column() == Column.OPEN;
    }

    private static Table<?> sortable(Order order) {
        if (!isByKey(order)) return DOCUMENT_STANDING;
        return DOCUMENT_STANDING
                .join(STANDING_KEY)
                .on(STANDING_KEY.BUSINESS_ID.eq(DOCUMENT_STANDING.BUSINESS_ID))
                .and(STANDING_KEY.DOCUMENT_ID.eq(DOCUMENT_STANDING.DOCUMENT_ID));
    }

    private static List<SortField<?>> order(Order order) {
        List<Field<?>> fields = switch (order.column()) {
            case NUMBER -> List.of(DOCUMENT_STANDING.NUMBER);
            case CUSTOMER -> List.of(DOCUMENT_STANDING.CUSTOMER, DOCUMENT_STANDING.DOCUMENT_DATE);
            case DATE -> List.of(DOCUMENT_STANDING.DOCUMENT_DATE, DOCUMENT_STANDING.NUMBER);
            case DUE -> List.of(STANDING_KEY.DUE);
            case AMOUNT -> List.of(DOCUMENT_STANDING.GROSS_MINOR);
            case OPEN -> List.of(STANDING_KEY.OPEN_MINOR);
        };
        Field<?> last = isByKey(order) ? STANDING_KEY.DOCUMENT_ID : DOCUMENT_STANDING.DOCUMENT_ID;
        var sorted = new ArrayList<SortField<?>>();
        for (Field<?> field : fields) sorted.add(order.descending() ? field.desc() : field.asc());
        sorted.add(order.descending() ? last.desc() : last.asc());
        return sorted;
    }

    private static Listed listed(Record r, LocalDate today, String mandate) {
        LocalDate openDue = r.get(DOCUMENT_STANDING.OPEN_DUE);
        String number = r.get(DOCUMENT_STANDING.NUMBER);
        String currency = r.get(DOCUMENT_STANDING.CURRENCY);
        return new Listed(
                r.get(DOCUMENT_STANDING.DOCUMENT_ID),
                r.get(DOCUMENT_STANDING.KIND),
                number.isEmpty() ? null : number,
                r.get(DOCUMENT_STANDING.CUSTOMER_ID),
                r.get(DOCUMENT_STANDING.CUSTOMER),
                r.get(DOCUMENT_STANDING.DOCUMENT_DATE),
                openDue != null ? openDue : r.get(DOCUMENT_STANDING.LAST_DUE),
                Money.ofMinor(currency, r.get(DOCUMENT_STANDING.GROSS_MINOR)),
                Money.ofMinor(currency, r.get(DOCUMENT_STANDING.OPEN_MINOR)),
                Standing.of(r.get(DOCUMENT_STANDING.STANDS), openDue, today),
                mandate);
    }

    /** Where it is seen how a document stands. */
    private enum By {
        /** In the row that is listed. */
        ROW,
        /** In the key that it is sorted by. */
        KEY,
        /** Among all that stand so, which are looked up first. */
        LOOK_UP
    }

    /** Few are looked up; past many one walks in the order of the list. */
    private By nearest(BusinessId business, Filter filter, LocalDate today) {
        if (filter.standing() == null) return By.ROW;
        long standing = db.fetch(TALLIES, DSL.inline(business.value()), DSL.val(today)).stream()
                .filter(r -> is(filter.standing(), r))
                .mapToLong(r -> r.get("documents", Long.class))
                .sum();
        return standing <= FEW ? By.LOOK_UP : By.ROW;
    }

    private static Condition wanted(BusinessId business, Filter filter, LocalDate today, By by) {
        Condition all = DOCUMENT_STANDING.KIND.in(filter.kinds());
        if (!filter.words().isBlank()) all = all.and(SearchWords.in(DOCUMENT_STANDING.SEARCH, filter.words()));
        if (filter.standing() != null) all = all.and(in(business, filter.standing(), today, by));
        if (!filter.mandate().isEmpty())
            all = all.and(lookUp(business, STANDING_KEY.OPEN_MINOR.gt(0L)))
                    .and(MANDATE.eq(filter.mandate().equals("none") ? "" : filter.mandate()));
        if (filter.due() == null) return all;
        return all.and(DSL.condition(
                "document_standing.document_id in (select c.document_id from claim c where c.business_id = {0} and c.left_minor > 0 and c.due_date = {1})",
                DSL.inline(business.value()), DSL.val(filter.due())));
    }

    /** Those whose document is so. */
    private static Condition of(BusinessId business, Condition document) {
        return DOCUMENT_STANDING.DOCUMENT_ID.in(DSL.select(DOCUMENT.ID)
                .from(DOCUMENT)
                .where(DOCUMENT.BUSINESS_ID.eq(business))
                .and(document));
    }

    /** Those of the keys, looked up before anything else. */
    private static Condition lookUp(BusinessId business, Condition keys) {
        return DSL.condition(
                "document_standing.document_id = any(array({0}))",
                DSL.select(STANDING_KEY.DOCUMENT_ID)
                        .from(STANDING_KEY)
                        .where(STANDING_KEY.BUSINESS_ID.eq(business))
                        .and(keys));
    }

    private static Condition in(BusinessId business, Standing standing, LocalDate today, By by) {
        return switch (by) {
            case ROW -> in(standing, today, DOCUMENT_STANDING.STANDS, DOCUMENT_STANDING.OPEN_DUE);
            case KEY -> in(standing, today, STANDING_KEY.STANDS, STANDING_KEY.DUE);
            case LOOK_UP -> lookUp(business, in(standing, today, STANDING_KEY.STANDS, STANDING_KEY.DUE));
        };
    }

    /** The day matters only to what is open, which is due on its open day. */
    private static Condition in(Standing standing, LocalDate today, Field<String> field, Field<LocalDate> due) {
        Condition stands = field.in(standing.stored().stream().map(DSL::inline).toList());
        if (standing.isPast() == null) return stands;
        return stands.and(standing.isPast() ? due.lt(today) : due.ge(today).or(due.isNull()));
    }

    private static Money money(String currency, BigDecimal minor) {
        return Money.ofMinor(currency, minor.longValueExact());
    }
}
