package exactum.app.payouts;

import exactum.app.business.Business;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import java.time.LocalDate;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Payouts that landed and hold what the books do not. */
@Component
class PayoutDecisions implements DecisionSource {
    private static final int MOST = 40;
    private final DSLContext db;

    PayoutDecisions(DSLContext db) {
        this.db = db;
    }

    @Override
    public List<Decision> decisions(LocalDate today) {
        return db.fetch("""
                        select p.id, p.reference, p.arrives_on, p.currency, p.net_minor, a.name, coalesce((select string_agg(l.description, ', ') from payout_line l
                               where l.business_id = p.business_id and l.payout_id = p.id and l.receipt_id is null and l.booked_entry_id is null), '') as missing
                          from payout p join processor_account a on a.business_id = p.business_id and a.id = p.processor_id
                         where p.business_id = {0} and p.bank_line_id is not null and p.tied_out_at is null order by p.net_minor desc limit {1}
                        """, DSL.inline(Business.ID), DSL.inline(MOST))
                .map(r -> new Decision(
                        "Bank",
                        "differs",
                        "Payout %s differs: the books miss %s"
                                .formatted(
                                        r.get("reference"),
                                        r.get("missing", String.class).isEmpty()
                                                ? "a part of it"
                                                : "“" + r.get("missing") + "”"),
                        r.get("name", String.class),
                        r.get("arrives_on", LocalDate.class),
                        r.get("currency", String.class),
                        r.get("net_minor", Long.class),
                        "/payouts/" + r.get("id"),
                        "Open the tie-out",
                        "/payouts/" + r.get("id"),
                        false));
    }
}
