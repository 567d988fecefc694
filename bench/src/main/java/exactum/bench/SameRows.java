package exactum.bench;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ProcessorId;
import exactum.pg.ThrowawayPostgres;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.postgresql.PGConnection;
import org.postgresql.copy.CopyManager;

/** The rows that a measured work writes: what it needs is seeded before it, and they are copied out and in again after it. */
final class SameRows implements AutoCloseable {
    private final Connection connection;

    SameRows(String url) throws SQLException {
        connection = DriverManager.getConnection(url, ThrowawayPostgres.OWNER, ThrowawayPostgres.PASSWORD);
    }

    /** What a plain COPY of all rows took. */
    record Copy(double seconds, long rows) {}

    /**
     * As {@link #seed}, with more to it: terms of three parts, a berth whose price rose in May, and every third arrangement
     * billed for power as it was read in the month.
     */
    void seedWithMore(BusinessId business, int count, String from) throws SQLException {
        seed(business, count, from);
        execute(
                "update recurring_invoice r set terms_id = t.id from terms t where t.business_id = r.business_id and t.name = 'Three parts' and r.business_id = "
                        + business);
        execute("update recurring_line set there_from = '2026-05-01' where line_no = 1 and business_id = " + business);
        execute(
                "insert into recurring_line (business_id, recurring_id, line_no, description, quantity, unit, price, tax_code, income_account, there_until) select business_id, recurring_id, 3, description, quantity, unit, 610, tax_code, income_account, '2026-05-01' from recurring_line where line_no = 1 and business_id = "
                        + business);
        execute(
                "insert into catalogue_item (business_id, id, code, name, kind, unit, tax_code, income_account, search) select b.id, gen_random_uuid(), 'POWER', 'Shore power', 'metered', 'kWh', 'reduced', '4000', 'power' from business b where b.id = "
                        + business);
        execute(
                "update recurring_line l set basis = 'as read', item_id = i.id from catalogue_item i, recurring_invoice r, customer c where i.business_id = l.business_id and l.line_no = 2 and r.business_id = l.business_id and r.id = l.recurring_id and c.business_id = r.business_id and c.id = r.customer_id and substring(c.code from 3)::int % 3 = 0 and l.business_id = "
                        + business);
        execute(
                "insert into reading (business_id, customer_id, item_id, period_from, period_until, quantity, source, made_by) select r.business_id, r.customer_id, l.item_id, '2026-06-01', '2026-07-01', 118, 'bench', 'bench' from recurring_line l join recurring_invoice r on r.business_id = l.business_id and r.id = l.recurring_id where l.basis = 'as read' and l.business_id = "
                        + business);
        execute("analyze");
    }

    /** Every customer pays by direct debit, under a mandate of its own; all of one account, whose number is given encrypted. */
    void collectAll(BusinessId business, String secretInHex) throws SQLException {
        execute(
                "insert into billed_how (business_id, customer_id, pays_by) select business_id, id, 'collected' from customer where business_id = "
                        + business);
        execute("""
                insert into mandate (business_id, id, reference, customer_id, scheme, state, signed_on, valid_from, one_off, notice_days, payer_name, iban_secret, iban_digest, iban_ending, way, made_on)
                select business_id, gen_random_uuid(), 'M-' || code, id, 'SEPA Core', 'active', '2026-01-05', '2026-01-05', false, 14, name, '\\x%s'::bytea, 'x', '5678', 'import', '2026-01-05' from customer where business_id = %s""".formatted(secretInHex, business));
        execute(
                "insert into mandate_cover (business_id, mandate_id, customer_id) select business_id, id, customer_id from mandate where business_id = "
                        + business);
        execute("analyze");
    }

    /** Everybody's invoices are collected, over whatever there is. */
    void payByCardOnFile(BusinessId business) throws SQLException {
        execute(
                "insert into billed_how (business_id, customer_id, pays_by) select business_id, id, 'collected' from customer where business_id = "
                        + business);
        execute("analyze");
    }

    /** A card page is open for each open item, its reference made of the customer's number. */
    void openCardPages(BusinessId business, ProcessorId processor) throws SQLException {
        execute(
                "insert into collection (business_id, id, channel, customer_id, document_id, currency, amount_minor, state, started_on) select business_id, gen_random_uuid(), 'card', customer_id, document_id, currency, left_minor, 'planned', '2026-06-01' from claim where business_id = "
                        + business);
        execute(
                "insert into collection_item (business_id, collection_id, claim_id, amount_minor, live) select o.business_id, o.id, c.id, o.amount_minor, true from collection o join claim c on c.business_id = o.business_id and c.document_id = o.document_id where o.business_id = "
                        + business);
        execute(
                "insert into checkout (business_id, collection_id, processor_id, checkout_ref, checkout_url) select o.business_id, o.id, '%s', 'co_' || c.code, 'https://pay.example/' || c.code from collection o join customer c on c.business_id = o.business_id and c.id = o.customer_id where o.business_id = %s"
                        .formatted(processor, business));
        execute("analyze");
    }

    /** Copies rows in, as they are written out. */
    void copyIn(String tableAndColumns, String rows) throws SQLException {
        try {
            connection
                    .unwrap(PGConnection.class)
                    .getCopyAPI()
                    .copyIn("copy " + tableAndColumns + " from stdin", new StringReader(rows));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Everything that a forecast reads of arrangements and their customers, every value of it, and nothing computed. */
    long readArrangements(BusinessId business) throws SQLException {
        long read = 0;
        connection.setAutoCommit(false);
        for (String sql : List.of(
                "select * from recurring_invoice where business_id = %s and state = 'active' order by id",
                "select l.* from recurring_line l where l.business_id = %s order by l.recurring_id, l.line_no",
                "select * from recurring_skip where business_id = %s",
                "select * from customer where business_id = %s",
                "select * from billed_how where business_id = %s",
                "select * from reading where business_id = %s")) {
            try (Statement statement = connection.createStatement()) {
                statement.setFetchSize(1_000);
                try (var found = statement.executeQuery(sql.formatted(business))) {
                    int columns = found.getMetaData().getColumnCount();
                    while (found.next()) {
                        for (int i = 1; i <= columns; i++) found.getObject(i);
                        read++;
                    }
                }
            }
        }
        connection.setAutoCommit(true);
        return read;
    }

    /** So many customers, each with a recurring invoice of two lines and two taxes, 832.74 in all, monthly from a day on. */
    void seed(BusinessId business, int count, String from) throws SQLException {
        execute(
                "insert into customer (business_id, id, code, name, kind, email, country, currency, created_on, search) select b.id, gen_random_uuid(), 'K-' || n, 'Customer ' || n, 'person', 'k' || n || '@k.example', 'IE', b.currency, '2026-06-01', 'customer ' || n from generate_series(1, "
                        + count + ") n, business b where b.id = " + business);
        execute("""
                insert into recurring_invoice (business_id, id, name, customer_id, rule, starts_on, coverage, made_days_before, terms_id, currency, price_mode, state, next_index, next_date, next_make_on, search)
                select c.business_id, gen_random_uuid(), 'Berth', c.id, 'FREQ=MONTHLY;INTERVAL=1;BYMONTHDAY=1', '%1$s', 'MONTH_OF_DATE', 0, t.id, c.currency, 'plus tax', 'active', 0, '%1$s', '%1$s', 'berth'
                  from customer c join terms t on t.business_id = c.business_id and t.chosen where c.business_id = %2$s""".formatted(from, business));
        line(business, 1, "Berth", "1, 'month', 640, 'standard'");
        line(business, 2, "Shore power", "118, 'kWh', 0.34, 'reduced'");
        execute("analyze");
    }

    private void line(BusinessId business, int no, String text, String rest) throws SQLException {
        execute(
                "insert into recurring_line (business_id, recurring_id, line_no, description, quantity, unit, price, tax_code, income_account) select business_id, id, %d, '%s', %s, '4000' from recurring_invoice where business_id = %s"
                        .formatted(no, text, rest, business));
    }

    /** Each document again so many times, with its open item, its entry and the postings, in parts. */
    void repeatDocuments(int times) throws SQLException {
        execute(
                "create temp table again as select d.business_id, d.id as old_document, gen_random_uuid() as document, e.id as old_entry, gen_random_uuid() as entry, n from document d join entry e on e.business_id = d.business_id and e.source_id = d.id cross join generate_series(1, "
                        + times + ") n");
        execute("create index on again (n)");
        execute("analyze again");
        execute("alter table document disable trigger document_stands_in");
        execute("alter table claim disable trigger claim_stands_in");
        connection.setAutoCommit(false);
        for (int from = 1; from <= times; from += 100) {
            String where = " where a.n between %d and %d".formatted(from, from + 99);
            repeat("document", "id = a.document", "a.old_document = t.id" + where, "number = t.number || '-' || a.n");
            repeat(
                    "claim",
                    "id = gen_random_uuid()",
                    "a.old_document = t.document_id" + where,
                    "document_id = a.document");
            repeat("entry", "id = a.entry", "a.old_entry = t.id" + where, "source_id = a.document");
            repeat("posting", "entry_id = a.entry", "a.old_entry = t.entry_id" + where, "document_id = a.document");
            connection.commit();
        }
        connection.setAutoCommit(true);
        execute("alter table document enable trigger document_stands_in");
        execute("alter table claim enable trigger claim_stands_in");
        execute("analyze");
        try (Statement sql = connection.createStatement()) {
            keepStandings(sql);
        }
    }

    /** How the documents stand is written for those of which it is not known yet. */
    static void keepStandings(Statement sql) throws SQLException {
        sql.execute(
                "insert into document_standing (business_id, document_id, kind, customer_id, customer, document_date, number, search, currency, gross_minor, open_minor, settled_minor, open_due, last_due, stands)"
                        + " select n.business_id, n.document_id, n.kind, n.customer_id, n.customer, n.document_date, n.number, n.search, n.currency, n.gross_minor, n.open_minor, n.settled_minor, n.open_due, n.last_due, n.stands from document_standing_now n"
                        + " where not exists (select 1 from document_standing s where s.business_id = n.business_id and s.document_id = n.document_id)");
        keepKeys(sql);
    }

    private void keepKeys() throws SQLException {
        try (Statement sql = connection.createStatement()) {
            keepKeys(sql);
        }
    }

    private static void keepKeys(Statement sql) throws SQLException {
        sql.execute("delete from standing_key");
        sql.execute(
                "insert into standing_key select business_id, document_id, stands, open_minor, coalesce(open_due, last_due) from document_standing");
    }

    /** Most of the documents are paid, some of them are void, and their numbers, dates, amounts and texts differ. */
    void varyDocuments() throws SQLException {
        execute(
                "update document_standing set stands = case when k < 94 then 'paid' when k = 99 then 'void' else stands end, open_minor = case when k < 94 or k = 99 then 0 else open_minor end, settled_minor = case when k < 94 then gross_minor else 0 end, open_due = case when k < 94 or k = 99 then null else open_due end, gross_minor = gross_minor + h, document_date = document_date - (h % 300)"
                        + " from (select business_id b, document_id d, abs(hashtext(document_id::text)) % 100 k, abs(hashtext(number)) % 90000 h from document_standing) v where business_id = b and document_id = d");
        execute("alter table claim disable trigger claim_stands");
        execute(
                "update claim c set left_minor = 0, own_left_minor = 0 from document_standing s where s.business_id = c.business_id and s.document_id = c.document_id and s.open_minor = 0");
        execute("alter table claim enable trigger claim_stands");
        execute("vacuum analyze claim");
        execute("vacuum analyze document_standing");
        keepKeys();
        execute("vacuum analyze standing_key");
        execute(
                "with folded as (delete from document_tally returning *) insert into document_tally select business_id, kind, stands, open_due, currency, sum(documents), sum(gross_minor), sum(open_minor) from folded group by 1, 2, 3, 4, 5");
        execute("vacuum analyze document_tally");
    }

    /** How long it takes to count the documents, in milliseconds. */
    double countDocuments() throws SQLException {
        documents();
        long began = System.nanoTime();
        documents();
        return (System.nanoTime() - began) / 1e6;
    }

    /** Copies rows of a table within it, two of the columns with other values. */
    private void repeat(String table, String one, String on, String other) throws SQLException {
        var names = new ArrayList<String>();
        var values = new ArrayList<String>();
        try (Statement statement = connection.createStatement();
                var found = statement.executeQuery(
                        "select column_name from information_schema.columns where table_name = '" + table + "'")) {
            while (found.next()) {
                String name = found.getString(1);
                names.add(name);
                String value = "t." + name;
                for (String changed : List.of(one, other)) {
                    if (changed.startsWith(name + " = ")) value = changed.substring(name.length() + 3);
                }
                values.add(value);
            }
        }
        execute("insert into %s (%s) select %s from %s t join again a on a.business_id = t.business_id and %s"
                .formatted(table, String.join(", ", names), String.join(", ", values), table, on));
    }

    List<CustomerId> customers(BusinessId business) throws SQLException {
        var ids = new ArrayList<CustomerId>();
        try (Statement statement = connection.createStatement();
                var found = statement.executeQuery(
                        "select id from customer where business_id = " + business + " order by id")) {
            while (found.next()) ids.add(new CustomerId(found.getObject(1, UUID.class)));
        }
        return ids;
    }

    long documents() throws SQLException {
        try (Statement statement = connection.createStatement();
                var found = statement.executeQuery("select count(*) from document")) {
            found.next();
            return found.getLong(1);
        }
    }

    /** The trial balance without kept balances: every posting is added up. */
    void addUp(BusinessId business) throws SQLException {
        try (Statement statement = connection.createStatement();
                var found = statement.executeQuery(
                        "select account, currency, sum(amount_minor) from posting where business_id = " + business
                                + " group by 1, 2")) {
            while (found.next()) found.getLong(3);
        }
    }

    /** What was seeded is at rest before the measured work begins. */
    void settleDown() throws SQLException {
        execute("vacuum analyze");
    }

    /**
     * Copies rows out, takes them away, and times one COPY a table back in, committed together; of entries and postings those
     * of one event alone, if it is named. Meanwhile autovacuum is kept away: it would count the uncommitted rows as none, and
     * the checks of foreign keys would then take the wrong index, which makes the COPY many times slower than it is.
     *
     * @param tables in the order of their foreign keys
     */
    Copy copyAgain(List<String> tables, String event) throws Exception {
        CopyManager copy = connection.unwrap(PGConnection.class).getCopyAPI();
        var files = new ArrayList<Path>();
        for (String table : tables) {
            Path file = Files.createTempFile("rows-" + table, ".copy");
            try (var out = Files.newOutputStream(file)) {
                copy.copyOut("copy (" + rows(table, event) + ") to stdout (format binary)", out);
            }
            files.add(file);
        }
        for (String table : tables) execute("alter table " + table + " set (autovacuum_enabled = false)");
        takeAway(tables, event);
        connection.setAutoCommit(false);
        long began = System.nanoTime();
        long rows = 0;
        for (int i = 0; i < tables.size(); i++) {
            try (var in = Files.newInputStream(files.get(i))) {
                rows += copy.copyIn("copy " + tables.get(i) + " from stdin (format binary)", in, 1 << 16);
            }
        }
        connection.commit();
        double seconds = (System.nanoTime() - began) / 1e9;
        connection.setAutoCommit(true);
        for (Path file : files) Files.delete(file);
        return new Copy(seconds, rows);
    }

    private static String rows(String table, String event) {
        if (event.isEmpty()) return "select * from " + table;
        return switch (table) {
            case "entry" -> "select * from entry where event = '" + event + "'";
            case "posting" ->
                "select p.* from posting p join entry e on e.business_id = p.business_id and e.id = p.entry_id where e.event = '"
                        + event + "'";
            default -> "select * from " + table;
        };
    }

    private void takeAway(List<String> tables, String event) throws SQLException {
        if (event.isEmpty()) {
            execute("truncate " + String.join(", ", tables) + ", account_month, account_day cascade");
            return;
        }
        execute("truncate means, receipt, allocation cascade");
        execute("alter table posting disable trigger posting_is_final");
        execute("alter table entry disable trigger entry_is_final");
        execute(
                "delete from posting p using entry e where e.business_id = p.business_id and e.id = p.entry_id and e.event = '"
                        + event + "'");
        execute("delete from entry where event = '" + event + "'");
        execute("alter table posting enable trigger posting_is_final");
        execute("alter table entry enable trigger entry_is_final");
        execute("vacuum analyze");
    }

    void execute(String sql) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute(sql);
        }
    }

    @Override
    public void close() throws SQLException {
        connection.close();
    }
}
