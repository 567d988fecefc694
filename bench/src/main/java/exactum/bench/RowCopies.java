package exactum.bench;

import exactum.pg.ThrowawayPostgres;
import java.io.PipedInputStream;
import java.io.PipedOutputStream;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Executors;
import org.postgresql.PGConnection;

/**
 * Makes a business many times as large: its customers with all that they were billed and paid, again and again by COPY, each copy
 * with names of its own. Whatever refers to a copied row refers to the copy; what is kept in sums is as many times as much; so every
 * invariant that held before holds after.
 */
final class RowCopies {
    /** What is copied, in the order of its references. */
    private static final List<String> TABLES = List.of(
            "customer",
            "recurring_invoice",
            "recurring_line",
            "document",
            "document_line",
            "document_tax",
            "occurrence",
            "claim",
            "entry",
            "posting",
            "owed",
            "bank_line",
            "match",
            "means",
            "receipt",
            "allocation");
    /** References to what stays as it is. */
    private static final Set<String> KEPT = Set.of(
            "terms_id",
            "item_id",
            "bank_account_id",
            "statement_id",
            "layout_id",
            "layout_version",
            "group_id",
            "rhythm_id");
    /** Texts that are known by one row each, or in which a search looks for such a text. */
    private static final Map<String, String> NAMED = Map.of(
            "customer.code", "t.code || '-' || n",
            "customer.name", "t.name || '-' || n",
            "customer.email", "'k' || n || '-' || t.email",
            "customer.search", "t.search || '-' || n",
            "document.number",
                    "regexp_replace(t.number, '\\d+$', '') || (substring(t.number from '\\d+$')::int + n * 10000)",
            "bank_line.line_no", "t.line_no + n * max(t.line_no) over (partition by t.statement_id)");

    private final String url;

    RowCopies(String url) {
        this.url = url;
    }

    /** As the server's administrator, who alone may leave out the checks of what is known to hold. */
    private Connection connect() throws SQLException {
        return DriverManager.getConnection(url, "postgres", ThrowawayPostgres.PASSWORD);
    }

    /** As many times as much, what is there included. */
    void multiply(int times) throws Exception {
        if (times == 1) return;
        try (Connection from = connect();
                Connection to = connect();
                Statement sql = to.createStatement()) {
            sql.execute("set session_replication_role = replica");
            for (String table : TABLES) copy(from, to, table, times);
            for (String kept : List.of("account_day", "account_month"))
                sql.execute(
                        "update %1$s set debit_minor = debit_minor * %2$d, credit_minor = credit_minor * %2$d, own_minor = own_minor * %2$d"
                                .formatted(kept, times));
            sql.execute("update account_day set postings = postings * " + times);
            sql.execute("update number_counter set last_number = last_number * " + times);
            SameRows.keepStandings(sql);
            sql.execute("delete from document_tally");
            sql.execute(
                    "insert into document_tally (business_id, kind, stands, open_due, currency, documents, gross_minor, open_minor) select business_id, kind, stands, open_due, currency, count(*), sum(gross_minor), sum(open_minor) from document_standing group by 1, 2, 3, 4, 5");
            sql.execute(
                    "update bank_statement s set opening_minor = a.opening_minor + %1$d * (s.opening_minor - a.opening_minor), closing_minor = a.opening_minor + %1$d * (s.closing_minor - a.opening_minor) from bank_account a where a.business_id = s.business_id and a.id = s.bank_account_id"
                            .formatted(times));
            sql.execute("vacuum analyze");
        }
    }

    private static void copy(Connection from, Connection to, String table, int times) throws Exception {
        var columns = new ArrayList<String>();
        var values = new ArrayList<String>();
        try (Statement sql = from.createStatement();
                var found = sql.executeQuery(
                        "select column_name, udt_name from information_schema.columns where table_name = '" + table
                                + "' and is_generated = 'NEVER' order by ordinal_position")) {
            while (found.next()) {
                String name = found.getString(1);
                columns.add(name);
                boolean another = found.getString(2).equals("uuid") && !KEPT.contains(name);
                String own = another
                        ? "(left(t.%1$s::text, 24) || substr(md5(t.%1$s::text || n), 1, 12))::uuid".formatted(name)
                        : "t." + name;
                values.add(NAMED.getOrDefault(table + "." + name, own));
            }
        }
        var out = new PipedOutputStream();
        var in = new PipedInputStream(out, 1 << 20);
        try (var reader = Executors.newSingleThreadExecutor()) {
            var read = reader.submit(() -> {
                try (out) {
                    return from.unwrap(PGConnection.class)
                            .getCopyAPI()
                            .copyOut(
                                    "copy (select %s from generate_series(1, %d) n cross join %s t) to stdout (format binary)"
                                            .formatted(String.join(", ", values), times - 1, table),
                                    out);
                }
            });
            to.unwrap(PGConnection.class)
                    .getCopyAPI()
                    .copyIn(
                            "copy %s (%s) from stdin (format binary)".formatted(table, String.join(", ", columns)),
                            in,
                            1 << 16);
            read.get();
        }
    }
}
