package exactum.app.reports;

import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** How much memory the database may take to sort and join what a report reads. */
@Component
class ReportMemoryStore {
    private final DSLContext db;

    ReportMemoryStore(DSLContext db) {
        this.db = db;
    }

    /** Enough for a few hundred thousand rows, until the transaction ends; few reports are made at once. */
    void enough() {
        db.execute("set local work_mem = '64MB'");
    }
}
