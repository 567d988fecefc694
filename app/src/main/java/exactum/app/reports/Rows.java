package exactum.app.reports;

import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jooq.Record;
import org.jooq.ResultQuery;

/** Gives the rows of a query on one by one, a few hundred at a time from the database. */
final class Rows {
    private static final int FETCHED = 500;

    private Rows() {}

    static <T> void each(ResultQuery<Record> query, Function<Record, T> read, Consumer<T> to) {
        try (Stream<Record> rows = query.fetchSize(FETCHED).fetchStream()) {
            rows.map(read).forEach(to);
        }
    }

    /** The few rows of a query that gathers many: asked for at once, which lets the database work on it with several processes. */
    static <T> List<T> gathered(ResultQuery<Record> query, Function<Record, T> read) {
        return query.fetch().map(read::apply);
    }
}
