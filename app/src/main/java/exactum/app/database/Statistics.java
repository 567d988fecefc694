package exactum.app.database;

import java.util.Arrays;
import org.jooq.DSLContext;
import org.jooq.Table;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/**
 * Has the database count its rows anew after many were written. It does so by itself, but only every few seconds, and on a server of
 * somebody else's every minute; until then it plans, and keeps plans, by how few there were.
 */
@Component
public class Statistics {
    private static final int MANY = 5_000;
    private final DSLContext db;

    Statistics(DSLContext db) {
        this.db = db;
    }

    /** Counts the tables if so many rows were written that it matters. */
    public void wrote(int rows, Table<?>... tables) {
        if (rows < MANY) return;
        db.execute(
                "select count_rows({0}::regclass[])",
                DSL.val(Arrays.stream(tables).map(Table::getName).toArray(String[]::new)));
    }
}
