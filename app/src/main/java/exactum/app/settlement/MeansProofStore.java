package exactum.app.settlement;

import exactum.app.ledger.Provable;
import exactum.app.ledger.Prove;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Proves that means, credit on account and deposits agree with allocations and with the ledger. */
@Component
class MeansProofStore implements Provable {
    private static final String MADE_UP = """
            select m.kind || ' ' || m.id || ' of ' || m.amount_minor || ' is left with ' || m.left_minor || ', but ' || coalesce(a.minor, 0) || ' are used, ' || coalesce(t.minor, 0) || ' taken back and ' || coalesce(d.minor, 0) || ' refunded'
              from means m
              left join (select means_id, sum(means_minor) as minor, sum(means_own_minor) as own from allocation where business_id = {0} group by 1) a on a.means_id = m.id
              left join (select means_id, sum(amount_minor) as minor, sum(own_minor) as own from take_back where business_id = {0} group by 1) t on t.means_id = m.id
              left join (select drawn_on, sum(amount_minor) as minor, sum(own_minor) as own from refund where business_id = {0} group by 1) d on d.drawn_on = m.id
              left join (select through_id, sum(amount_minor) as minor from refund where business_id = {0} group by 1) h on h.through_id = m.id
             where m.business_id = {0} and (m.amount_minor - coalesce(a.minor, 0) - coalesce(t.minor, 0) - coalesce(d.minor, 0) <> m.left_minor
                   or m.own_minor - coalesce(a.own, 0) - coalesce(t.own, 0) - coalesce(d.own, 0) <> m.own_left_minor
                   or coalesce(t.minor, 0) <> m.taken_back_minor or coalesce(d.minor, 0) <> m.refunded_minor or coalesce(h.minor, 0) <> m.refunded_through_minor) limit 20
            """;
    private static final String CREDIT = """
            select 'credit on account of ' || c.code || ' is ' || coalesce(m.own, 0) || ' but booked with ' || coalesce(b.own, 0)
              from customer c
              left join (select customer_id, sum(own_left_minor) as own from means where business_id = {0} and kind in ('receipt', 'credit note') group by 1) m on m.customer_id = c.id
              left join (select p.customer_id, -sum(p.own_minor) as own from posting p join account a on a.business_id = p.business_id and a.code = p.account and a.role = 'credit on account'
                          where p.business_id = {0} group by 1) b on b.customer_id = c.id
             where c.business_id = {0} and coalesce(m.own, 0) <> coalesce(b.own, 0) limit 20
            """;
    private static final String DEPOSITS = """
            select 'security deposits are ' || x.held || ' but booked with ' || x.booked from (
                select coalesce((select sum(left_minor) from claim where business_id = {0} and deposit), 0)
                       + coalesce((select sum(left_minor) from means where business_id = {0} and kind = 'security deposit'), 0)
                       - coalesce((select sum(amount_minor - taken_back_minor) from means where business_id = {0} and kind = 'security deposit'), 0)
                       + coalesce((select sum(amount_minor - left_minor - closed_minor) from claim where business_id = {0} and deposit), 0) as held,
                       coalesce((select -sum(m.own_minor) from account_month m join account a on a.business_id = m.business_id and a.code = m.account and a.role = 'security deposits' where m.business_id = {0}), 0) as booked) x
             where x.held <> x.booked
            """;
    private final DSLContext db;

    MeansProofStore(DSLContext db) {
        this.db = db;
    }

    @Override
    public List<String> disagreements(BusinessId business) {
        return Prove.all(db, business, MADE_UP, CREDIT, DEPOSITS);
    }
}
