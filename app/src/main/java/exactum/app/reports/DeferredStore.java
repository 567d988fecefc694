package exactum.app.reports;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import exactum.core.report.ServiceTime;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.function.Predicate;
import org.jooq.DSLContext;
import org.jooq.QueryPart;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Lines that were billed by a day for a time that goes on after it. A period is stored with the day after its last. */
@Component
class DeferredStore {
    private static final String FROM = """
              from document d join document_line l on l.business_id = d.business_id and l.document_id = d.id and l.income_account is not null
              join entry i on i.business_id = d.business_id and i.source_id = d.id and i.event in ('invoice issued', 'credit note issued') and i.entry_date <= {1}
              join customer k on k.business_id = d.business_id and k.id = d.customer_id
              join account a on a.business_id = l.business_id and a.code = l.income_account and a.kind = 'income'
             where d.business_id = {0} and coalesce(l.period_until, d.period_until) - 1 > {1} and l.net_minor <> 0 and {2}
               and not (d.state = 'void' and exists (select 1 from entry v where v.business_id = d.business_id and v.event = 'document voided' and v.source_id = d.id and v.entry_date <= {1}))
            """;
    private static final String TIME = """
            select l.income_account as account, d.currency, case when d.kind = 'credit note' then -l.net_minor else l.net_minor end as net,
                   coalesce(l.period_from, d.period_from) as first_on, coalesce(l.period_until, d.period_until) - 1 as last_on
            """;
    private static final String LINE = TIME + ", d.number, k.id as customer_id, k.name, l.description, l.line_no";
    private static final String LINES = LINE + FROM + " order by i.entry_date desc, i.id desc, l.line_no";
    /** Lines of what was issued up to a day, newest first, those that come after one; also of what has no such line. */
    private static final String BATCH = """
            with batch as materialized (
              select e.id, e.entry_date, e.source_id from entry e
               where e.business_id = {0} and e.entry_date <= {1} and e.event in ('invoice issued', 'credit note issued') and {3}
               order by e.entry_date desc, e.id desc limit {4})
            select b.entry_date, b.id as issue, x.* from batch b left join lateral (
            """ + LINE + FROM + """
               and d.id = b.source_id and i.id = b.id) x on true
             order by b.entry_date desc, b.id desc, x.line_no
            """;

    private static final String ALIKE = TIME + ", count(*) as lines" + FROM + " group by 1, 2, 3, 4, 5";
    /** Lines of what was issued between two days, less those of what was voided. */
    private static final String BOOKED = """
            select d.currency, l.income_account, case when d.kind = 'credit note' then -l.net_minor else l.net_minor end as net,
                   coalesce(l.period_from, d.period_from) as first_on, coalesce(l.period_until, d.period_until) - 1 as last_on,
                   sum(case when e.event = 'document voided' then -1 else 1 end) as lines
              from entry e join document d on d.business_id = {0} and d.id = e.source_id
              join document_line l on l.business_id = {0} and l.document_id = d.id and l.net_minor <> 0
              join account a on a.business_id = {0} and a.code = l.income_account and a.kind = 'income'
             where e.business_id = {0} and e.entry_date between {1} and {2} and e.event in ('invoice issued', 'credit note issued', 'document voided')
               and coalesce(l.period_until, d.period_until) is not null
             group by 1, 2, 3, 4, 5
            """;

    private final DSLContext db;

    DeferredStore(DSLContext db) {
        this.db = db;
    }

    /** A line, below zero on a credit note. */
    record Of(String number, CustomerId customer, String name, String what, String account, ServiceTime time) {}

    /** The newest first. */
    void each(BusinessId business, Asked asked, Consumer<Of> to) {
        Rows.each(db.resultQuery(LINES, parts(business, asked)), DeferredStore::of, to);
    }

    /** A line as it was issued, or nothing where what was issued has none. */
    private record Issued(EntryAt at, Optional<Of> line) {}

    /** The same, as far as more is wanted. */
    void some(BusinessId business, Asked asked, Predicate<Of> isMoreWanted) {
        Batches.each(
                (Issued last, int most) -> Rows.gathered(
                        db.resultQuery(
                                BATCH,
                                parts(
                                        business,
                                        asked,
                                        last == null
                                                ? DSL.noCondition()
                                                : last.at().before(),
                                        DSL.inline(most))),
                        r -> new Issued(
                                EntryAt.of(r, "entry_date", "issue"),
                                r.get("number") == null ? Optional.empty() : Optional.of(of(r)))),
                i -> i.line().map(isMoreWanted::test).orElse(true));
    }

    /** As many lines as were billed alike: to the same account, as much, for the same time. */
    record Alike(String account, ServiceTime time, long lines) {}

    List<Alike> alike(BusinessId business, Asked asked) {
        return Rows.gathered(
                db.resultQuery(ALIKE, parts(business, asked)),
                r -> new Alike(r.get("account", String.class), time(r), r.get("lines", Long.class)));
    }

    /** As sums: by currency, account, and the time and net of a line, how many lines; each ends with its time. */
    List<Sum> booked(BusinessId business, LocalDate from, LocalDate until) {
        return Rows.gathered(
                db.resultQuery(BOOKED, DSL.inline(business.value()), DSL.val(from), DSL.val(until)),
                r -> new Sum(
                        List.of(
                                r.get("currency", String.class),
                                r.get("income_account", String.class),
                                r.get("net", String.class),
                                r.get("first_on", LocalDate.class).toString(),
                                r.get("last_on", LocalDate.class).toString()),
                        r.get("last_on", LocalDate.class),
                        List.of(r.get("lines", Long.class))));
    }

    private static QueryPart[] parts(BusinessId business, Asked asked, QueryPart... more) {
        var parts = new ArrayList<QueryPart>(
                List.of(DSL.inline(business.value()), DSL.val(asked.until()), ReportFilter.ofLines(asked)));
        parts.addAll(List.of(more));
        return parts.toArray(QueryPart[]::new);
    }

    private static Of of(Record r) {
        return new Of(
                r.get("number", String.class),
                new CustomerId(r.get("customer_id", UUID.class)),
                r.get("name", String.class),
                r.get("description", String.class),
                r.get("account", String.class),
                time(r));
    }

    private static ServiceTime time(Record r) {
        return new ServiceTime(
                Money.ofMinor(r.get("currency", String.class), r.get("net", Long.class)),
                r.get("first_on", LocalDate.class),
                r.get("last_on", LocalDate.class));
    }
}
