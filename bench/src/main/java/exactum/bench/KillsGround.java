package exactum.bench;

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
import java.util.List;
import java.util.Properties;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;

/** The demo as its launcher runs it, on data of its own, and the ways in which a part of it is killed. */
final class KillsGround implements AutoCloseable {
    private static final Duration PATIENCE = Duration.ofMinutes(10);
    private final Path root = Path.of("").toAbsolutePath();
    private final Path home;
    private final int port;
    private Process launcher;
    final String address;

    KillsGround(Path home, int port) {
        this.home = home;
        this.port = port;
        address = "http://127.0.0.1:" + port;
    }

    /** What is killed, each by SIGKILL. */
    enum Victim {
        JVM,
        BACKEND,
        POSTMASTER,
        LAUNCHER
    }

    void launch() throws IOException {
        var builder = new ProcessBuilder("bash", root.resolve("exactum").toString(), "demo");
        builder.environment().put("EXACTUM_HOME", home.toString());
        builder.environment().put("EXACTUM_PORT", "" + port);
        launcher = builder.redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(
                        home.resolve("launcher.log").toFile()))
                .start();
        await("the demo", () -> answers() && Files.exists(home.resolve("demo.complete")), PATIENCE);
    }

    /** Kills it and answers how many seconds it took until a page was answered again. */
    double kill(Victim victim) throws IOException {
        long began = System.nanoTime();
        switch (victim) {
            case JVM -> signal(pidOf("app-0.1-exec.jar"));
            case BACKEND -> signal(backend());
            case POSTMASTER -> signal(postmaster());
            case LAUNCHER -> {
                signal(launcher.pid());
                LockSupport.parkNanos(500_000_000);
                launch();
            }
        }
        LockSupport.parkNanos(300_000_000);
        await("an answer after the kill of " + victim, this::worksAgain, PATIENCE);
        return (System.nanoTime() - began) / 1e9;
    }

    private static void signal(long pid) throws IOException {
        new ProcessBuilder("kill", "-9", Long.toString(pid))
                .inheritIO()
                .start()
                .onExit()
                .join();
    }

    private long pidOf(String jar) {
        String folder = root.resolve("app/target/run").toString();
        return ProcessHandle.allProcesses()
                .filter(p -> p.info().commandLine().orElse("").contains(jar)
                        && cwd(p.pid()).equals(folder)
                        && environment(p.pid()).contains("EXACTUM_PORT=" + port))
                .findFirst()
                .orElseThrow()
                .pid();
    }

    private static String cwd(long pid) {
        try {
            return Files.readSymbolicLink(Path.of("/proc/" + pid + "/cwd")).toString();
        } catch (IOException gone) {
            return "";
        }
    }

    private static String environment(long pid) {
        try {
            return Files.readString(Path.of("/proc/" + pid + "/environ"));
        } catch (IOException gone) {
            return "";
        }
    }

    private long postmaster() throws IOException {
        return Long.parseLong(Files.readAllLines(home.resolve("postgres/data/postmaster.pid"))
                .getFirst()
                .strip());
    }

    /** A server process that works for the application, a busy one if there is one. */
    private long backend() {
        return count(
                "select pid from pg_stat_activity where usename = 'exactum_app' order by state = 'active' desc, query_start desc limit 1");
    }

    long count(String sql) {
        try (Connection c = owner();
                var s = c.createStatement();
                var r = s.executeQuery(sql)) {
            r.next();
            return r.getLong(1);
        } catch (SQLException e) {
            throw new IllegalStateException(sql, e);
        }
    }

    List<String> list(String sql) {
        try (Connection c = owner();
                var s = c.createStatement();
                var r = s.executeQuery(sql)) {
            var found = new java.util.ArrayList<String>();
            while (r.next()) found.add(r.getString(1));
            return found;
        } catch (SQLException e) {
            throw new IllegalStateException(sql, e);
        }
    }

    void execute(String sql) {
        try (Connection c = owner();
                var s = c.createStatement()) {
            s.execute(sql);
        } catch (SQLException e) {
            throw new IllegalStateException(sql, e);
        }
    }

    private Connection owner() throws SQLException {
        var passwords = new Properties();
        try (var in = Files.newInputStream(home.resolve("database.properties"))) {
            passwords.load(in);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        return DriverManager.getConnection(
                "jdbc:postgresql://127.0.0.1:" + (port + 3) + "/exactum",
                "exactum_owner",
                passwords.getProperty("owner"));
    }

    /** Waits until something is so; false once patience is over. */
    static boolean waited(BooleanSupplier there, Duration patience) {
        long limit = System.nanoTime() + patience.toNanos();
        while (System.nanoTime() < limit) {
            try {
                if (there.getAsBoolean()) return true;
            } catch (IllegalStateException notReachableNow) {
                LockSupport.parkNanos(100_000_000);
            }
            LockSupport.parkNanos(50_000_000);
        }
        return false;
    }

    private static void await(String what, BooleanSupplier there, Duration patience) {
        if (!waited(there, patience)) throw new IllegalStateException("waited in vain for " + what);
    }

    private boolean answers() {
        return status("/actuator/health") == 200;
    }

    /** The sign-in page asks the database for a session, and health for everything. */
    private boolean worksAgain() {
        return answers() && status("/sign-in") == 200;
    }

    private int status(String path) {
        try (var http = HttpClient.newHttpClient()) {
            return http.send(
                            HttpRequest.newBuilder(URI.create(address + path))
                                    .timeout(Duration.ofSeconds(5))
                                    .build(),
                            HttpResponse.BodyHandlers.discarding())
                    .statusCode();
        } catch (IOException away) {
            return 0;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return 0;
        }
    }

    @Override
    public void close() {
        launcher.destroy();
        launcher.onExit().join();
    }
}
