package exactum.app.reports;

import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** What the database may take to sort and join what a report reads. */
@Component
class ReportMemoryStore {
    private final DSLContext db;

    ReportMemoryStore(DSLContext db) {
        this.db = db;
    }

    /** Enough for a few hundred thousand rows, and several processes for them, until the transaction ends; few reports are made at once. */
    void enough() {
        db.execute("set local work_mem = '64MB'");
        db.execute("set local parallel_tuple_cost = 0.01");
    }
}
