package exactum.app.reports;

import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.jooq.DSLContext;
import org.jooq.QueryPart;
import org.jooq.Record;
import org.jooq.ResultQuery;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/**
 * The dated parts of invoices that fall due between two days, as they stood at the end of a day: as they stand now, without what
 * settled them later. Invoices and cash sales alone have any, from when they are issued.
 */
@Component
class InstalmentStore {
    private static final String PARTS = """
            with later as (
              select a.claim_id, sum(a.amount_minor)::bigint as minor from entry e join allocation a on a.business_id = e.business_id and a.entry_id = e.id
               where e.business_id = {0} and e.entry_date > {1} group by 1),
            part as (
              select c.id, c.customer_id, c.document_id, c.seq, c.due_date, c.currency, c.amount_minor as promised, c.amount_minor - replaced.minor as invoiced,
                     c.amount_minor - c.left_minor - c.closed_minor - coalesce(later.minor, 0) as settled
                from claim c cross join lateral (select c.business_id, c.document_id as id) d left join customer k on k.business_id = c.business_id and k.id = c.customer_id
                left join later on later.claim_id = c.id
                cross join lateral (select case when exists (select 1 from rescheduling r where r.business_id = c.business_id and r.document_id = c.document_id and r.no > c.rescheduled and r.made_on <= {1})
                                                then c.closed_minor else 0 end as minor) replaced
               where c.business_id = {0} and c.due_date between {3} and {4} and {2}
                 and (c.rescheduled = 0 or exists (select 1 from rescheduling r where r.business_id = c.business_id and r.document_id = c.document_id and r.no = c.rescheduled and r.made_on <= {1}))
                 and not exists (select 1 from document n where n.business_id = {0} and n.id = c.document_id and n.document_date > {1})
                 and not exists (select 1 from entry v where v.business_id = {0} and v.event = 'document voided' and v.source_id = c.document_id and v.entry_date <= {1})),
            wanted as materialized (select p.* from part p where {5}),
            shown as (select s.*, row_number() over (order by due_date, document_id, seq)::int as rank from (select * from wanted order by due_date, document_id, seq {6}) s)
            """;
    private static final String NAMED = """
            select w.customer_id, k.name, d.number, d.document_date, w.seq, c.description, w.due_date, w.currency, w.promised, w.invoiced, w.settled, null::bigint as late, null::int as rows, w.rank
              from shown w join customer k on k.business_id = {0} and k.id = w.customer_id join document d on d.business_id = {0} and d.id = w.document_id
              join claim c on c.business_id = {0} and c.id = w.id
            """;
    private static final String MONTHS = """
            select null, null, null, null, null, null, date_trunc('month', due_date)::date, currency, sum(promised)::bigint, sum(invoiced)::bigint, sum(settled)::bigint,
                   coalesce(sum(invoiced - settled) filter (where due_date < {1}), 0)::bigint, sum(parts)::int, null
              from (select due_date, currency, sum(promised) as promised, sum(invoiced) as invoiced, sum(settled) as settled, count(*) as parts from wanted group by 1, 2) of_day
             group by 7, 8
            """;
    private static final String EACH = PARTS + NAMED + " order by rank";
    private static final String SOME = PARTS + NAMED + " union all " + MONTHS + " order by rank, due_date, currency";
    private final DSLContext db;

    InstalmentStore(DSLContext db) {
        this.db = db;
    }

    /**
     * A part.
     *
     * @param promised as it was agreed
     * @param invoiced what of that stands; less where the open rest was divided again
     */
    record Part(
            CustomerId customer,
            String name,
            String number,
            LocalDate date,
            int seq,
            String description,
            LocalDate due,
            Money promised,
            Money invoiced,
            Money settled) {
        Money open() {
            return invoiced.minus(settled);
        }

        boolean isLate(LocalDate day) {
            return open().isPositive() && due.isBefore(day);
        }
    }

    /** What the parts of a month come to, by when they fall due. */
    record Month(LocalDate first, Money promised, Money invoiced, Money settled, Money late) {
        Money open() {
            return invoiced.minus(settled);
        }
    }

    /** Which parts are wanted. */
    enum Which {
        ALL("true"),
        LATE("p.invoiced > p.settled and p.due_date < {0}"),
        OPEN("p.invoiced > p.settled"),
        SETTLED("p.invoiced = p.settled");

        private final String sql;

        Which(String sql) {
            this.sql = sql;
        }
    }

    /** All of them, by when they fall due. */
    void each(BusinessId business, Asked asked, LocalDate day, Which which, Consumer<Part> to) {
        Rows.each(query(EACH, business, asked, day, which, DSL.sql("")), InstalmentStore::part, to);
    }

    /** Those of a page, and what all come to, month by month. */
    Paged<Part, Month> page(BusinessId business, Asked asked, LocalDate day, Which which, Slice slice) {
        QueryPart shown = DSL.sql("offset {0} limit {1}", DSL.inline(slice.skipped()), DSL.inline(slice.most()));
        Map<Boolean, List<Record>> found = query(SOME, business, asked, day, which, shown).stream()
                .collect(Collectors.partitioningBy(r -> r.get("rank", Integer.class) == null));
        return new Paged<>(
                found.get(false).stream()
                        .map(r -> new Paged.Ranked<>(slice.skipped() + r.get("rank", Integer.class), part(r)))
                        .toList(),
                found.get(true).stream()
                        .map(r -> new Paged.Summed<>(month(r), r.get("rows", Integer.class)))
                        .toList());
    }

    private ResultQuery<Record> query(
            String sql, BusinessId business, Asked asked, LocalDate day, Which which, QueryPart shown) {
        return db.resultQuery(
                sql,
                DSL.inline(business.value()),
                DSL.val(day),
                ReportFilter.of(asked),
                DSL.val(asked.from()),
                DSL.val(asked.until()),
                DSL.condition(which.sql, DSL.val(day)),
                shown);
    }

    private static Month month(Record r) {
        return new Month(
                r.get("due_date", LocalDate.class),
                money(r, "promised"),
                money(r, "invoiced"),
                money(r, "settled"),
                money(r, "late"));
    }

    private static Part part(Record r) {
        return new Part(
                new CustomerId(r.get("customer_id", UUID.class)),
                r.get("name", String.class),
                r.get("number", String.class),
                r.get("document_date", LocalDate.class),
                r.get("seq", Integer.class),
                r.get("description", String.class),
                r.get("due_date", LocalDate.class),
                money(r, "promised"),
                money(r, "invoiced"),
                money(r, "settled"));
    }

    private static Money money(Record r, String minor) {
        return Money.ofMinor(r.get("currency", String.class), r.get(minor, Long.class));
    }
}
