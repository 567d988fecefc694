package exactum.bench;

import exactum.pg.ThrowawayPostgres;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import org.postgresql.PGConnection;
import org.postgresql.copy.CopyManager;

/** The rows that a billing run writes: seeded before it, and copied out and in again after it for comparison. */
final class SameRows implements AutoCloseable {
    /** In the order of their foreign keys. */
    private static final List<String> TABLES = List.of(
            "billing_run",
            "billing_run_item",
            "invoice",
            "occurrence",
            "invoice_line",
            "invoice_tax",
            "instalment",
            "entry",
            "posting",
            "message");

    private final Connection connection;

    SameRows(String url) throws SQLException {
        connection = DriverManager.getConnection(url, ThrowawayPostgres.OWNER, ThrowawayPostgres.PASSWORD);
    }

    /** What a plain COPY of all rows took. */
    record Copy(double seconds, long rows) {}

    /** So many customers, each with a recurring invoice of two lines and two taxes that is due. */
    void seed(int count) throws SQLException {
        execute(
                "insert into customer (business_id, id, code, name, kind, email, country, currency, created_on) select 1, gen_random_uuid(), 'K-' || n, 'Customer ' || n, 'person', 'k' || n || '@k.example', 'IE', 'EUR', '2026-06-01' from generate_series(1, "
                        + count + ") n");
        execute("""
                insert into recurring_invoice (business_id, id, name, customer_id, rule, starts_on, coverage, made_days_before, terms_id, currency, state, next_date, next_make_on)
                select 1, gen_random_uuid(), 'Berth', c.id, 'FREQ=MONTHLY;INTERVAL=1;BYMONTHDAY=1', '2026-06-01', 'MONTH_OF_DATE', 0, t.id, 'EUR', 'active', '2026-06-01', '2026-06-01' from customer c, terms t""");
        execute(
                "insert into recurring_line select 1, id, 1, null, 'Berth', 1, 'month', 64000, 'standard', '4000' from recurring_invoice");
        execute(
                "insert into recurring_line select 1, id, 2, null, 'Shore power', 118, 'kWh', 34, 'reduced', '4000' from recurring_invoice");
        execute("analyze");
    }

    /**
     * Copies every row out, empties the tables, and times one COPY a table back in, committed together. Meanwhile
     * autovacuum is kept away: it would count the uncommitted rows as none, and the checks of foreign keys would then
     * take the wrong index, which makes the COPY many times slower than it is.
     */
    Copy copyAgain() throws Exception {
        CopyManager copy = connection.unwrap(PGConnection.class).getCopyAPI();
        var files = new ArrayList<Path>();
        for (String table : TABLES) {
            Path file = Files.createTempFile("rows-" + table, ".copy");
            try (var out = Files.newOutputStream(file)) {
                copy.copyOut("copy " + table + " to stdout (format binary)", out);
            }
            files.add(file);
        }
        for (String table : TABLES) execute("alter table " + table + " set (autovacuum_enabled = false)");
        execute("truncate " + String.join(", ", TABLES) + " cascade");
        connection.setAutoCommit(false);
        long began = System.nanoTime();
        long rows = 0;
        for (int i = 0; i < TABLES.size(); i++) {
            try (var in = Files.newInputStream(files.get(i))) {
                rows += copy.copyIn("copy " + TABLES.get(i) + " from stdin (format binary)", in, 1 << 16);
            }
        }
        connection.commit();
        double seconds = (System.nanoTime() - began) / 1e9;
        connection.setAutoCommit(true);
        for (Path file : files) Files.delete(file);
        return new Copy(seconds, rows);
    }

    private void execute(String sql) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute(sql);
        }
    }

    @Override
    public void close() throws SQLException {
        connection.close();
    }
}
