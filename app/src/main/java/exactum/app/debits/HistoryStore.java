package exactum.app.debits;

import exactum.core.collection.ExpectedBack;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What became of past collections, in the database. */
@Component
class HistoryStore {
    private static final String PAST =
            "select c.customer_id, count(*)::int as n, (count(*) filter (where c.state in ('rejected', 'returned', 'claimed back')))::int as back"
                    + " from collection c where c.business_id = {0} and c.channel = 'debit' and c.state in ('collected', 'rejected', 'returned', 'claimed back') group by 1";
    private final DSLContext db;

    HistoryStore(DSLContext db) {
        this.db = db;
    }

    Map<CustomerId, ExpectedBack.Past> past(BusinessId business) {
        Map<CustomerId, ExpectedBack.Past> past = new HashMap<>();
        db.fetch(PAST, DSL.inline(business.value()))
                .forEach(r -> past.put(
                        new CustomerId(r.get("customer_id", UUID.class)),
                        new ExpectedBack.Past(r.get("n", Integer.class), r.get("back", Integer.class))));
        return past;
    }
}
