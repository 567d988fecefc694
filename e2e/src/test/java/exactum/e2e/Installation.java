package exactum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import exactum.pg.ThrowawayPostgres;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import java.util.regex.Pattern;

/**
 * The real programs in processes of their own, PostgreSQL, the stand-ins and the application, started once for all stories. Each
 * story begins from what was kept under a name, in a second or two, on the date that it had then: 1 June 2026 at first.
 */
final class Installation implements AutoCloseable {
    private static final Duration PATIENCE = Duration.ofSeconds(90);
    private static final Duration HEARD = Duration.ofMillis(150);
    private final ThrowawayPostgres postgres = ThrowawayPostgres.startWithoutStatistics();
    private final String database = postgres.newDatabase();
    private final Path home;
    private final Map<String, String> settings = new HashMap<>();
    private final Set<Beginning> kept = EnumSet.noneOf(Beginning.class);
    private final Process standins;
    private Process app;
    final String address;
    final String standinsAddress;

    /** Where stories begin; each is made once, from the one before, through the real pages. */
    enum Beginning {
        NOTHING,
        HARBOUR,
        BILLED
    }

    Installation() throws IOException {
        home = Files.createTempDirectory("exactum-e2e");
        int port = ThrowawayPostgres.freePort();
        int standinsPort = ThrowawayPostgres.freePort();
        address = "http://127.0.0.1:" + port;
        standinsAddress = "http://127.0.0.1:" + standinsPort;
        settings.put("EXACTUM_POP3_PORT", "" + ThrowawayPostgres.freePort());
        settings.put("EXACTUM_REPORTS_ADDRESS", "reports@mail.larkwater.example");
        settings.putAll(Map.of(
                "EXACTUM_HOME",
                home.toString(),
                "EXACTUM_PORT",
                "" + port,
                "EXACTUM_STANDINS_PORT",
                "" + standinsPort,
                "EXACTUM_SMTP_PORT",
                "" + ThrowawayPostgres.freePort(),
                "EXACTUM_STANDINS",
                standinsAddress,
                "EXACTUM_TEST_FROM",
                "2026-06-01",
                "EXACTUM_DB_URL",
                database,
                "EXACTUM_DB_APP_PASSWORD",
                ThrowawayPostgres.PASSWORD,
                "EXACTUM_DB_OWNER_PASSWORD",
                ThrowawayPostgres.PASSWORD));
        standins = start("standins");
        await("the stand-ins", () -> answers(standinsAddress + "/processor/keys"));
        startApp();
        keep(Beginning.NOTHING);
    }

    /** Begins a story from what was kept, which is made first where no story needed it before. */
    void begin(Beginning from) {
        if (!kept.contains(from)) {
            begin(Beginning.values()[from.ordinal() - 1]);
            try (var person = new Person(this)) {
                if (from == Beginning.HARBOUR) Harbour.setUp(this, person);
                else Harbour.bill(this, person);
            }
            keep(from);
        }
        postgres.begin(database, name(from));
        if (!app.isAlive()) startApp();
        execute("update scheduled_tasks set picked = false, picked_by = null, last_heartbeat = null");
        tellStandins("/shelves/restore?name=" + name(from));
    }

    private void keep(Beginning as) {
        tellStandins("/shelves/save?name=" + name(as));
        postgres.keep(database, name(as));
        kept.add(as);
    }

    private static String name(Beginning beginning) {
        return beginning.name().toLowerCase(Locale.ROOT);
    }

    /** Something happens at the bank or the processor. */
    void tellStandins(String path) {
        try (var http = HttpClient.newHttpClient()) {
            int status = http.send(
                            HttpRequest.newBuilder(URI.create(standinsAddress + path))
                                    .POST(HttpRequest.BodyPublishers.noBody())
                                    .build(),
                            HttpResponse.BodyHandlers.discarding())
                    .statusCode();
            if (status >= 400) throw new IllegalStateException(path + ": " + status);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** An address within Larkwater Moorings. */
    String at(String path) {
        return address + "/moorings" + path;
    }

    /** The tables of the application that hold a text anywhere, and its log where that does. */
    List<String> holding(String wanted) {
        var found = new ArrayList<String>();
        try (Connection c = owner();
                var all = c.createStatement()) {
            var tables = new ArrayList<String>();
            try (var names = all.executeQuery(
                    "select table_name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE'")) {
                while (names.next()) tables.add(names.getString(1));
            }
            for (String table : tables) {
                try (var rows = all.executeQuery(
                        "select count(*) from %s t where t::text like '%%%s%%'".formatted(table, wanted))) {
                    rows.next();
                    if (rows.getLong(1) > 0) found.add(table);
                }
            }
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
        if (printed().contains(wanted)) found.add("log");
        return found;
    }

    /** The one text that a query finds. */
    String text(String sql) {
        try (Connection c = owner();
                var s = c.createStatement();
                var found = s.executeQuery(sql)) {
            found.next();
            return found.getString(1);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Done behind the application’s back, which hears of it as it does of another instance’s writes. */
    void execute(String sql) {
        try (Connection c = owner();
                var s = c.createStatement()) {
            s.execute(sql);
            s.execute("insert into instance_write (instance, writes) values (gen_random_uuid(), 1)");
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
        LockSupport.parkNanos(HEARD.multipliedBy(2).toNanos());
    }

    /** The books of each business are proven, by the button that anybody who may write has. */
    void booksAgree(Person person) {
        for (String code : List.of("moorings", "north-shore")) {
            if (count("select count(*) from business where code = '" + code + "'") == 0) continue;
            person.page.navigate(address + "/" + code + "/ledger");
            OffsetDateTime pressed = OffsetDateTime.now();
            person.press("Prove now");
            await(
                    "the proof",
                    () -> count("select count(*) from proof p join business b on b.id = p.business_id where b.code = '"
                                    + code + "' and p.proven_at > '" + pressed + "'")
                            == 1);
            assertThat(person.page.locator("p.good")).containsText("Proven");
        }
    }

    void startApp() {
        app = start("app");
        await("the application", () -> answers(address + "/actuator/health"));
    }

    void stopDatabase() {
        postgres.pause();
    }

    void startDatabase() {
        postgres.resume();
    }

    /** Rows are written to a table so slowly, a second for each statement, that work on it can be caught half-way on any machine. */
    void slow(String table) {
        execute(
                "create or replace function slowly() returns trigger language plpgsql as $$ begin perform pg_sleep(1); return null; end $$");
        execute("create trigger slowly after insert on %s for each statement execute function slowly()"
                .formatted(table));
    }

    void fast(String table) {
        execute("drop trigger slowly on " + table);
    }

    /** Kills the application as kill -9 does. */
    void killApp() throws InterruptedException {
        app.destroyForcibly();
        app.waitFor(10, TimeUnit.SECONDS);
    }

    /** The one-time address that the application printed for its first user. */
    String firstUserAddress() {
        await("the first user's address", () -> printed().contains("/first-user/"));
        var found = Pattern.compile("http\\S+/first-user/\\w+").matcher(printed());
        if (!found.find()) throw new IllegalStateException(printed());
        return found.group();
    }

    Connection owner() throws SQLException {
        return DriverManager.getConnection(database, ThrowawayPostgres.OWNER, ThrowawayPostgres.PASSWORD);
    }

    long count(String sql) {
        try (Connection c = owner();
                var s = c.createStatement();
                var r = s.executeQuery(sql)) {
            r.next();
            return r.getLong(1);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    static void await(String what, BooleanSupplier there) {
        Instant limit = Instant.now().plus(PATIENCE);
        while (!there.getAsBoolean()) {
            if (Instant.now().isAfter(limit)) throw new IllegalStateException("waited in vain for " + what);
            LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
        }
    }

    /** A transfer that somebody sends to the account in a currency. */
    void transfer(String currency, String from, String amount, String text) {
        tellStandins("/bank/transfer?account=%s&from=%s&amount=%s&text=%s"
                .formatted(currency, encoded(from), amount, encoded(text)));
    }

    /** The same, sent in another currency and exchanged by the bank. */
    void exchanged(String currency, String from, String amount, String sent, String text) {
        tellStandins("/bank/transfer?account=%s&from=%s&amount=%s&sent=%s&text=%s"
                .formatted(currency, encoded(from), amount, encoded(sent), encoded(text)));
    }

    /** A transfer that we send from the account in a currency. */
    void pay(String currency, String to, String amount, String text) {
        tellStandins("/bank/payment?account=%s&to=%s&amount=%s&text=%s"
                .formatted(currency, encoded(to), amount, encoded(text)));
    }

    static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    private Process start(String program) {
        Path jar = Path.of("..", program, "target", program + "-0.1-exec.jar")
                .toAbsolutePath()
                .normalize();
        var builder = new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx512m",
                "-XX:TieredStopAtLevel=1",
                "-Dcom.zaxxer.hikari.aliveBypassWindowMs=0",
                "-Ddb-scheduler.heartbeat-interval=2s",
                "-Dexactum.heard-ms=" + HEARD.toMillis(),
                "-jar",
                jar.toString());
        builder.environment().putAll(settings);
        try {
            return builder.redirectErrorStream(true)
                    .redirectOutput(
                            ProcessBuilder.Redirect.appendTo(log(program).toFile()))
                    .start();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Path log(String program) {
        return home.resolve(program + ".log");
    }

    private String printed() {
        try {
            return Files.readString(log("app"));
        } catch (IOException e) {
            return "";
        }
    }

    private static boolean answers(String url) {
        try (var http = HttpClient.newHttpClient()) {
            return http.send(
                                    HttpRequest.newBuilder(URI.create(url))
                                            .timeout(Duration.ofSeconds(5))
                                            .build(),
                                    HttpResponse.BodyHandlers.discarding())
                            .statusCode()
                    == 200;
        } catch (IOException notYet) {
            return false;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    @Override
    public void close() {
        app.destroyForcibly();
        standins.destroyForcibly();
        postgres.close();
    }
}
