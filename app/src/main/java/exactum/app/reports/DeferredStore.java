package exactum.app.reports;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import exactum.core.report.ServiceTime;
import java.time.LocalDate;
import java.util.UUID;
import java.util.function.Consumer;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Lines that were billed by a day for a time that goes on after it. */
@Component
class DeferredStore {
    private static final String LINES = """
            select d.number, d.kind, d.currency, k.id as customer_id, k.name, l.description, l.income_account || ' ' || a.name as account, l.net_minor,
                   coalesce(l.period_from, d.period_from) as period_from, coalesce(l.period_until, d.period_until) as period_until
              from document d join document_line l on l.business_id = d.business_id and l.document_id = d.id and l.income_account is not null
              join customer k on k.business_id = d.business_id and k.id = d.customer_id
              join account a on a.business_id = l.business_id and a.code = l.income_account and a.kind = 'income'
             where d.business_id = {0} and d.state <> 'draft' and d.kind in ('invoice', 'cash sale', 'credit note') and d.document_date <= {1}
               and coalesce(l.period_until, d.period_until) > {1} and l.net_minor <> 0 and {2}
               and not (d.state = 'void' and exists (select 1 from entry v where v.business_id = d.business_id and v.event = 'document voided' and v.source_id = d.id and v.entry_date <= {1}))
             order by coalesce(l.period_until, d.period_until), d.number, l.line_no
            """;
    private final DSLContext db;

    DeferredStore(DSLContext db) {
        this.db = db;
    }

    /** A line, below zero on a credit note. */
    record Of(String number, CustomerId customer, String name, String what, String account, ServiceTime time) {}

    void each(BusinessId business, Asked asked, Consumer<Of> to) {
        Rows.each(
                db.resultQuery(
                        LINES, DSL.inline(business.value()), DSL.val(asked.until()), ReportFilter.ofLines(asked)),
                DeferredStore::of,
                to);
    }

    private static Of of(Record r) {
        Money net = Money.ofMinor(r.get("currency", String.class), r.get("net_minor", Long.class));
        boolean credit = r.get("kind", String.class).equals("credit note");
        return new Of(
                r.get("number", String.class),
                new CustomerId(r.get("customer_id", UUID.class)),
                r.get("name", String.class),
                r.get("description", String.class),
                r.get("account", String.class),
                new ServiceTime(
                        credit ? net.negated() : net,
                        r.get("period_from", LocalDate.class),
                        r.get("period_until", LocalDate.class)));
    }
}
