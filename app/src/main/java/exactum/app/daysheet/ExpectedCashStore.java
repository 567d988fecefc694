package exactum.app.daysheet;

import exactum.app.database.UntilWritten;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What landed at the bank by day, what is expected to, and what came back. */
@Component
class ExpectedCashStore {
    private static final String LANDED = """
            select day, currency, kind, sum(minor)::bigint as minor, '/statements/' || min(statement_id::text) as href from (
                select l.booked_on as day, l.currency, case when p.bank_line_id is null then 'other' else 'payout' end as kind, l.statement_id, sum(l.amount_minor) as minor
                  from bank_line l
                  left join (select distinct m.bank_line_id from waiting w join match m on m.business_id = w.business_id and m.waiting_id = w.id and m.undone_at is null and m.bank_line_id is not null
                              where w.business_id = {0} and w.kind = 'payout') p on p.bank_line_id = l.id
                 where l.business_id = {0} and l.amount_minor > 0 and l.booked_on between {1} and {2} group by 1, 2, 3, 4) of_statement
             group by 1, 2, 3 order by 1, 3 desc
            """;
    private static final String EXPECTED = """
            select day, currency, kind, sum(minor)::bigint as minor, min(href) as href from (
                select p.arrives_on as day, w.currency, 'payout' as kind, w.left_minor as minor, '/payouts/' || p.id as href from waiting w join payout p on p.business_id = w.business_id and p.id = w.source_id
                 where w.business_id = {0} and w.kind = 'payout' and w.left_minor > 0 and p.arrives_on >= {1}
                union all
                select due_date, currency, 'due', left_minor, '/invoices?due=' || due_date from claim where business_id = {0} and left_minor > 0 and due_date >= {1}
                union all
                select due_date, currency, 'forecast', minor, '/forecast?month=' || to_char(due_date, 'YYYY-MM') from forecast_due where business_id = {0} and due_date >= {1}) e
             where day <= {2} group by 1, 2, 3 order by 1, 3 desc
            """;
    private static final String CAME_BACK = """
            select t.taken_on as day, t.currency, 'back' as kind, sum(t.amount_minor)::bigint as minor,
                   case when count(distinct t.means_id) = 1 then '/payments/' || min(t.means_id::text) else '/payments?state=returned' end as href
              from take_back t where t.business_id = {0} and t.cause in ('returned', 'charged back') and t.reverses is null and t.taken_on between {1} and {2}
               and not exists (select 1 from take_back u where u.business_id = t.business_id and u.reverses = t.id) group by 1, 2 order by 1
            """;
    private final DSLContext db;
    private final UntilWritten<Summed, List<Sum>> sums = new UntilWritten<>();

    private record Summed(String sql, BusinessId business, LocalDate from, LocalDate until) {}

    ExpectedCashStore(DSLContext db) {
        this.db = db;
    }

    /** An amount of a day; {@code kind} is payout, other, due, forecast or back. */
    record Sum(LocalDate day, String kind, Money amount, String href) {}

    List<Sum> landed(BusinessId business, LocalDate from, LocalDate until) {
        return sums(LANDED, business, from, until);
    }

    List<Sum> expected(BusinessId business, LocalDate from, LocalDate until) {
        return sums(EXPECTED, business, from, until);
    }

    /** What came back of money that had come: returned, or charged back. */
    List<Sum> cameBack(BusinessId business, LocalDate from, LocalDate until) {
        return sums(CAME_BACK, business, from, until);
    }

    private List<Sum> sums(String sql, BusinessId business, LocalDate from, LocalDate until) {
        return sums.of(
                new Summed(sql, business, from, until),
                () -> db.fetch(sql, DSL.inline(business.value()), DSL.val(from), DSL.val(until))
                        .map(r -> new Sum(
                                r.get("day", LocalDate.class),
                                r.get("kind", String.class),
                                Money.ofMinor(r.get("currency", String.class), r.get("minor", Long.class)),
                                r.get("href", String.class))));
    }
}
