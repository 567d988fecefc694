package exactum.app.billing;

import exactum.app.business.Business;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.text.Texts;
import java.time.LocalDate;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Recurring invoices whose day to be made has come. */
@Component
class BillingDecisions implements DecisionSource {
    private final DSLContext db;

    BillingDecisions(DSLContext db) {
        this.db = db;
    }

    @Override
    public List<Decision> decisions(LocalDate today) {
        Record r = db.fetchSingle(
                "select count(*) as arrangements, min(next_make_on) as since, min(currency) as currency from recurring_invoice where business_id = {0} and state = 'active' and next_make_on <= {1}",
                DSL.inline(Business.ID), DSL.val(today));
        long arrangements = r.get("arrangements", Long.class);
        if (arrangements == 0) return List.of();
        return List.of(new Decision(
                "Bill",
                "issued",
                Texts.count(arrangements, "recurring invoice is", "recurring invoices are") + " to be made",
                "",
                r.get("since", LocalDate.class),
                r.get("currency", String.class),
                0,
                "/billing-runs",
                "Rehearse",
                "/billing-runs",
                false));
    }
}
