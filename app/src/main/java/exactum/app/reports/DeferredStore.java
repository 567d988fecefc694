package exactum.app.reports;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import exactum.core.report.ServiceTime;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import java.util.function.Consumer;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.ResultQuery;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Lines that were billed by a day for a time that goes on after it. */
@Component
class DeferredStore {
    private static final String FROM = """
              from document d join document_line l on l.business_id = d.business_id and l.document_id = d.id and l.income_account is not null
              join entry i on i.business_id = d.business_id and i.source_id = d.id and i.event in ('invoice issued', 'credit note issued') and i.entry_date <= {1}
              join customer k on k.business_id = d.business_id and k.id = d.customer_id
              join account a on a.business_id = l.business_id and a.code = l.income_account and a.kind = 'income'
             where d.business_id = {0} and coalesce(l.period_until, d.period_until) > {1} and l.net_minor <> 0 and {2}
               and not (d.state = 'void' and exists (select 1 from entry v where v.business_id = d.business_id and v.event = 'document voided' and v.source_id = d.id and v.entry_date <= {1}))
            """;
    private static final String TIME = """
            select l.income_account as account, d.currency, case when d.kind = 'credit note' then -l.net_minor else l.net_minor end as net,
                   coalesce(l.period_from, d.period_from) as period_from, coalesce(l.period_until, d.period_until) as period_until
            """;
    private static final String LINES = TIME + ", d.number, k.id as customer_id, k.name, l.description" + FROM
            + " order by coalesce(l.period_until, d.period_until), d.number, l.line_no";
    private static final String ALIKE = TIME + ", count(*) as lines" + FROM + " group by 1, 2, 3, 4, 5";
    /** Lines of what was issued between two days, less those of what was voided. */
    private static final String BOOKED = """
            select d.currency, l.income_account, case when d.kind = 'credit note' then -l.net_minor else l.net_minor end as net,
                   coalesce(l.period_from, d.period_from) as period_from, coalesce(l.period_until, d.period_until) as period_until,
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

    void each(BusinessId business, Asked asked, Consumer<Of> to) {
        Rows.each(query(LINES, business, asked), DeferredStore::of, to);
    }

    /** As many lines as were billed alike: to the same account, as much, for the same time. */
    record Alike(String account, ServiceTime time, long lines) {}

    List<Alike> alike(BusinessId business, Asked asked) {
        return Rows.gathered(
                query(ALIKE, business, asked),
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
                                r.get("period_from", LocalDate.class).toString(),
                                r.get("period_until", LocalDate.class).toString()),
                        r.get("period_until", LocalDate.class),
                        List.of(r.get("lines", Long.class))));
    }

    private ResultQuery<Record> query(String sql, BusinessId business, Asked asked) {
        return db.resultQuery(sql, DSL.inline(business.value()), DSL.val(asked.until()), ReportFilter.ofLines(asked));
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
                r.get("period_from", LocalDate.class),
                r.get("period_until", LocalDate.class));
    }
}
