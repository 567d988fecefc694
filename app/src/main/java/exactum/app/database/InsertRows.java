package exactum.app.database;

import java.util.List;
import org.jooq.DSLContext;
import org.jooq.InsertOnDuplicateStep;
import org.jooq.InsertReturningStep;
import org.jooq.InsertSetMoreStep;
import org.jooq.TableRecord;

/** Inserts several rows of one table in one statement; for thousands {@link CopyRows} is faster. */
public final class InsertRows {
    private InsertRows() {}

    /** Inserts those of the rows, at least one, that no key of the table knows yet. */
    public static <R extends TableRecord<R>> InsertReturningStep<R> ifNew(DSLContext db, List<R> rows) {
        return all(db, rows).onConflictDoNothing();
    }

    private static <R extends TableRecord<R>> InsertOnDuplicateStep<R> all(DSLContext db, List<R> rows) {
        R first = rows.getFirst();
        InsertSetMoreStep<R> insert = db.insertInto(first.getTable()).set(first);
        for (R row : rows.subList(1, rows.size())) insert = insert.newRecord().set(row);
        return insert;
    }
}
