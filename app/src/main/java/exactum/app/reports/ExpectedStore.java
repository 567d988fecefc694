package exactum.app.reports;

import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What was to come in a week, as it stood when the week began, and what did. */
@Component
class ExpectedStore {
    private static final String WEEKS = """
            with week as (select w::date as first, w::date + 6 as last from generate_series(date_trunc('week', {1}::date), {2}::date, interval '7 days') w),
            due as (
              select w.first, c.id, c.currency, c.amount_minor
                     - case when exists (select 1 from rescheduling r where r.business_id = c.business_id and r.document_id = c.document_id and r.no > c.rescheduled and r.made_on < w.first) then c.closed_minor else 0 end
                     - coalesce((select sum(a.amount_minor) from allocation a join entry e on e.business_id = a.business_id and e.id = a.entry_id where a.business_id = c.business_id and a.claim_id = c.id and e.entry_date < w.first), 0) as minor
                from week w join claim c on c.business_id = {0} and c.due_date between w.first and w.last
                join document d on d.business_id = c.business_id and d.id = c.document_id
                join customer k on k.business_id = d.business_id and k.id = d.customer_id
               where d.state <> 'draft' and d.document_date < w.first and {3}
                 and not exists (select 1 from entry v where v.business_id = d.business_id and v.event = 'document voided' and v.source_id = d.id and v.entry_date < w.first)
                 and (c.rescheduled = 0 or exists (select 1 from rescheduling r where r.business_id = c.business_id and r.document_id = c.document_id and r.no = c.rescheduled and r.made_on < w.first))),
            got as (
              select w.first, a.currency, a.claim_id, sum(a.amount_minor) as minor
                from week w join entry e on e.business_id = {0} and e.entry_date between w.first and w.last
                join allocation a on a.business_id = e.business_id and a.entry_id = e.id
                join means m on m.business_id = a.business_id and m.id = a.means_id and m.kind = 'receipt'
                join claim c on c.business_id = a.business_id and c.id = a.claim_id
                join document d on d.business_id = c.business_id and d.id = c.document_id
                join customer k on k.business_id = d.business_id and k.id = d.customer_id
               where {3} group by 1, 2, 3)
            select x.first, x.currency, sum(x.expected) as expected, sum(x.of_it) as of_it, sum(x.besides) as besides from (
              select first, currency, minor as expected, 0 as of_it, 0 as besides from due where minor > 0
              union all
              select g.first, g.currency, 0, case when u.id is not null then g.minor else 0 end, case when u.id is null then g.minor else 0 end
                from got g left join due u on u.first = g.first and u.id = g.claim_id and u.minor > 0) x
             group by 1, 2 order by 2, 1
            """;
    private final DSLContext db;

    ExpectedStore(DSLContext db) {
        this.db = db;
    }

    /**
     * A week.
     *
     * @param expected what was open when it began and fell due in it
     * @param ofIt what of that came in it
     * @param besides what else came: late, early, or of invoices made in it
     */
    record Week(LocalDate first, Money expected, Money ofIt, Money besides) {}

    List<Week> weeks(BusinessId business, Asked asked) {
        return db.fetch(
                        WEEKS,
                        DSL.inline(business.value()),
                        DSL.val(asked.from()),
                        DSL.val(asked.until()),
                        ReportFilter.of(asked))
                .map(r -> {
                    String currency = r.get("currency", String.class);
                    return new Week(
                            r.get("first", LocalDate.class),
                            money(currency, r.get("expected", BigDecimal.class)),
                            money(currency, r.get("of_it", BigDecimal.class)),
                            money(currency, r.get("besides", BigDecimal.class)));
                });
    }

    private static Money money(String currency, BigDecimal minor) {
        return Money.ofMinor(currency, minor.longValueExact());
    }
}
