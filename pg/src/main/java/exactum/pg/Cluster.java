package exactum.pg;

import com.sun.management.OperatingSystemMXBean;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/** A PostgreSQL cluster in one folder, on loopback TCP only, with a password for every role. */
public final class Cluster {
    private static final String SUPERUSER = "postgres";
    private static final long MEGABYTE = 1 << 20;
    private final ServerPrograms programs = ServerPrograms.find();
    private final Path folder;
    private final int port;
    private final String superuserPassword;

    Cluster(Path folder, int port, String superuserPassword) {
        this.folder = folder.toAbsolutePath();
        this.port = port;
        this.superuserPassword = superuserPassword;
    }

    /** Makes the cluster's files unless they are there: whole or, if it is killed, not at all. */
    void initialise() {
        if (Files.exists(data().resolve("PG_VERSION"))) return;
        try {
            Files.createDirectories(folder);
            Path unfinished = folder.resolve("data.unfinished");
            deleteAll(unfinished);
            Path passwordFile = folder.resolve("superuser");
            Files.deleteIfExists(passwordFile);
            SecretFile.write(passwordFile, superuserPassword);
            programs.own(folder);
            programs.run(
                    "initdb",
                    "-D",
                    unfinished.toString(),
                    "-U",
                    SUPERUSER,
                    "-A",
                    "scram-sha-256",
                    "--pwfile",
                    passwordFile.toString(),
                    "-E",
                    "UTF8",
                    "--locale=C.UTF-8",
                    "--no-instructions");
            Files.delete(passwordFile);
            Files.move(unfinished, data(), StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What a set-up that was killed left behind. */
    private static void deleteAll(Path left) throws IOException {
        if (!Files.exists(left)) return;
        try (Stream<Path> files = Files.walk(left)) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) Files.delete(file);
        }
    }

    /**
     * Starts the server. Statistics are looked after every five seconds: a session keeps the plans of its foreign-key checks until
     * they change, and those made for a table that was empty read all of it for every row of a first large run.
     */
    void start(List<String> settings) {
        var options = new StringBuilder(
                "-c listen_addresses=127.0.0.1 -c unix_socket_directories= -c jit=off -c max_connections=100 -c random_page_cost=1.1 -c autovacuum_naptime=5s -c shared_buffers=%dMB -p %d"
                        .formatted(sharedMegabytes(), port));
        settings.forEach(s -> options.append(" -c ").append(s));
        programs.run(
                "pg_ctl",
                "-D",
                data().toString(),
                "-l",
                folder.resolve("server.log").toString(),
                "-w",
                "-t",
                "60",
                "-o",
                options.toString(),
                "start");
    }

    /**
     * What the server keeps of its files in memory: an eighth of what there is, half of what PostgreSQL's manual (20.4) begins
     * with on a machine of its own, since the application stands beside it.
     */
    private static long sharedMegabytes() {
        var machine = (OperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean();
        return Math.clamp(machine.getTotalMemorySize() / MEGABYTE / 8, 128, 1024);
    }

    /** Stops the server; {@code mode} is PostgreSQL's own: fast or immediate. */
    void stop(String mode) {
        programs.run("pg_ctl", "-D", data().toString(), "-m", mode, "-w", "stop");
    }

    boolean hasPidFile() {
        return Files.exists(data().resolve("postmaster.pid"));
    }

    /** Whether our own server answers at our port, within ten seconds. */
    boolean answers() {
        String url = url("postgres") + "?loginTimeout=10";
        try (Connection c = DriverManager.getConnection(url, SUPERUSER, superuserPassword)) {
            return c.isValid(5);
        } catch (SQLException notOurs) {
            return false;
        }
    }

    /** Makes the roles that are missing and sets their passwords. */
    public void ensureRole(String role, String password) {
        try (Connection c = superuser("postgres");
                Statement s = c.createStatement()) {
            try (var found = s.executeQuery("select 1 from pg_roles where rolname = '" + role + "'")) {
                if (!found.next()) s.execute("create role " + role + " login");
            }
            s.execute("alter role " + role + " password '" + password + "'");
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Makes the database unless it is there. */
    public void ensureDatabase(String name, String owner) {
        try (Connection c = superuser("postgres");
                Statement s = c.createStatement()) {
            try (var found = s.executeQuery("select 1 from pg_database where datname = '" + name + "'")) {
                if (found.next()) return;
            }
            s.execute("create database " + name + " owner " + owner);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Makes {@code name} a copy of {@code template}; who is connected to either is cut off first. */
    void copyDatabase(String template, String name, String owner) {
        try (Connection c = superuser("postgres");
                Statement s = c.createStatement()) {
            s.execute("drop database if exists " + name + " with (force)");
            // Who is cut off from the template would come back before it is copied.
            s.execute("alter database " + template + " allow_connections false");
            s.execute("select pg_terminate_backend(pid) from pg_stat_activity where datname = '" + template + "'");
            s.execute("create database " + name + " template " + template + " owner " + owner);
            s.execute("alter database " + template + " allow_connections true");
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    public String url(String database) {
        return "jdbc:postgresql://127.0.0.1:" + port + "/" + database;
    }

    private Connection superuser(String database) throws SQLException {
        return DriverManager.getConnection(url(database), SUPERUSER, superuserPassword);
    }

    private Path data() {
        return folder.resolve("data");
    }
}
