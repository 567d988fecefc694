package exactum.app.ledger;

import java.util.List;
import org.jooq.DSLContext;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/** Proves by query that documents and balances agree with the ledger; part of the health check. */
@Component
public class LedgerHealth implements HealthIndicator {
    private static final String UNBALANCED =
            "select 'entry ' || entry_id || ' is out of balance' from posting group by business_id, entry_id, currency having sum(amount_minor) <> 0 limit 20";
    private static final String RECEIVABLES = """
            select 'invoice ' || i.number || ' is open with ' || (i.gross_minor - i.settled_minor) || ' but booked with ' || coalesce(b.minor, 0)
              from invoice i
              left join (select p.business_id, p.invoice_id, sum(p.amount_minor) as minor
                           from posting p join account a on a.business_id = p.business_id and a.code = p.account and a.role = 'receivables'
                          group by p.business_id, p.invoice_id) b on b.business_id = i.business_id and b.invoice_id = i.id
              left join (select t.business_id, t.invoice_id, sum(t.rest) as rest
                           from (select c.business_id, c.invoice_id, r.amount_minor - coalesce(sum(l.amount_minor), 0) as rest
                                   from receipt r join collection c on c.business_id = r.business_id and c.id = r.collection_id
                                   left join allocation l on l.business_id = r.business_id and l.receipt_id = r.id
                                  group by c.business_id, c.invoice_id, r.id, r.amount_minor) t group by t.business_id, t.invoice_id) u
                on u.business_id = i.business_id and u.invoice_id = i.id
             where i.gross_minor - i.settled_minor <> coalesce(b.minor, 0) + coalesce(u.rest, 0) limit 20
            """;
    private static final String INSTALMENTS = """
            select 'instalments of ' || i.number || ' do not add up' from invoice i join instalment n on n.business_id = i.business_id and n.invoice_id = i.id
             group by i.business_id, i.id, i.number, i.gross_minor, i.settled_minor having sum(n.amount_minor) <> i.gross_minor or sum(n.settled_minor) <> i.settled_minor limit 20
            """;
    private static final String GAPS = """
            select 'numbers of ' || c.series || ' ' || c.year || ' have a gap' from number_counter c
             where c.last_number <> (select count(*) from invoice i where i.business_id = c.business_id and extract(year from i.invoice_date) = c.year)
            """;
    private final DSLContext db;

    LedgerHealth(DSLContext db) {
        this.db = db;
    }

    /** Every disagreement in a sentence; empty when all is well. */
    public List<String> disagreements() {
        return List.of(UNBALANCED, RECEIVABLES, INSTALMENTS, GAPS).stream()
                .flatMap(q -> db.fetch(q).getValues(0, String.class).stream())
                .toList();
    }

    @Override
    public Health health() {
        List<String> found = disagreements();
        return found.isEmpty()
                ? Health.up().build()
                : Health.down().withDetail("disagreements", found).build();
    }
}
