package exactum.e2e;

import exactum.pg.ThrowawayPostgres;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.regex.Pattern;

/** The real programs in processes of their own: PostgreSQL, the stand-ins and the application, practising from 1 Jun 2026. */
final class Installation implements AutoCloseable {
    private static final Duration PATIENCE = Duration.ofSeconds(90);
    private final ThrowawayPostgres postgres = ThrowawayPostgres.start();
    private final String database = postgres.newDatabase();
    private final Path home;
    private final Map<String, String> settings = new HashMap<>();
    private final Process standins;
    private Process app;
    final String address;
    final String standinsAddress;

    Installation() throws IOException {
        home = Files.createTempDirectory("exactum-e2e");
        int port = ThrowawayPostgres.freePort();
        int standinsPort = ThrowawayPostgres.freePort();
        address = "http://127.0.0.1:" + port;
        standinsAddress = "http://127.0.0.1:" + standinsPort;
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
                "EXACTUM_PRACTICE_FROM",
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
    }

    void startApp() throws IOException {
        app = start("app");
        await("the application", () -> answers(address + "/actuator/health"));
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
            java.util.concurrent.locks.LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
        }
    }

    String health() throws IOException, InterruptedException {
        try (var http = HttpClient.newHttpClient()) {
            return http.send(
                            HttpRequest.newBuilder(URI.create(address + "/actuator/health"))
                                    .build(),
                            HttpResponse.BodyHandlers.ofString())
                    .body();
        }
    }

    private Process start(String program) throws IOException {
        Path jar = Path.of("..", program, "target", program + "-0.1-exec.jar")
                .toAbsolutePath()
                .normalize();
        var builder = new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx512m",
                "-XX:TieredStopAtLevel=1",
                "-jar",
                jar.toString());
        builder.environment().putAll(settings);
        return builder.redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(log(program).toFile()))
                .start();
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
