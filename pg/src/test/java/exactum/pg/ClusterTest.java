package exactum.pg;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.List;
import java.util.Properties;
import org.junit.jupiter.api.Test;

/** The clusters that builds, tests and installations run on. */
class ClusterTest {
    private static Connection connect(String url, String role, String password) throws SQLException {
        return DriverManager.getConnection(url, role, password);
    }

    private static Object ask(Connection connection, String sql) throws SQLException {
        try (var statement = connection.createStatement();
                var result = statement.executeQuery(sql)) {
            result.next();
            return result.getObject(1);
        }
    }

    @Test
    void a_throwaway_cluster_listens_on_loopback_only_with_passwords_and_a_lesser_role() throws Exception {
        try (var postgres = ThrowawayPostgres.start()) {
            String url = postgres.newDatabase();
            assertThat(postgres.newDatabase()).isNotEqualTo(url);
            try (var owner = connect(url, ThrowawayPostgres.OWNER, ThrowawayPostgres.PASSWORD)) {
                assertThat(ask(owner, "show listen_addresses")).isEqualTo("127.0.0.1");
                assertThat(ask(owner, "select rolsuper from pg_roles where rolname = 'exactum_app'"))
                        .isEqualTo(false);
            }
            try (var app = connect(url, ThrowawayPostgres.APP, ThrowawayPostgres.PASSWORD)) {
                assertThatThrownBy(() -> ask(app, "create table x (a int)")).hasMessageContaining("permission denied");
            }
            assertThatThrownBy(() -> connect(url, ThrowawayPostgres.APP, "guessed"))
                    .hasMessageContaining("password authentication failed");
        }
    }

    @Test
    void accents_fold_in_the_databases_it_makes() throws Exception {
        try (var postgres = ThrowawayPostgres.start();
                var owner = connect(postgres.newDatabase(), ThrowawayPostgres.OWNER, ThrowawayPostgres.PASSWORD)) {
            assertThat(ask(owner, "select lower('ÉCLUSE') = 'écluse'")).isEqualTo(true);
        }
    }

    @Test
    void a_lasting_cluster_keeps_its_passwords_and_data_over_a_stop_and_a_kill() throws Exception {
        Path home = Files.createTempDirectory(Path.of("/var/tmp"), "exactum-lasting");
        Files.setPosixFilePermissions(home, PosixFilePermissions.fromString("rwxr-xr-x"));
        String port = Integer.toString(ThrowawayPostgres.freePort());
        String url = "jdbc:postgresql://127.0.0.1:" + port + "/exactum";
        try {
            Serve.main(new String[] {"start", home.toString(), port});
            Path file = home.resolve("database.properties");
            assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                    .isEqualTo("rw-------");
            Properties passwords = new Properties();
            try (var in = Files.newInputStream(file)) {
                passwords.load(in);
            }
            assertThat(passwords.stringPropertyNames()).containsExactlyInAnyOrder("superuser", "owner", "app");
            try (var owner = connect(url, "exactum_owner", passwords.getProperty("owner"));
                    var statement = owner.createStatement()) {
                statement.execute("create table kept (a int)");
                statement.execute("insert into kept values (42)");
            }
            Serve.main(new String[] {"stop", home.toString(), port});
            Serve.main(new String[] {"start", home.toString(), port});
            kill(home);
            List<Process> twoAtOnce = List.of(started(home, port), started(home, port));
            for (Process one : twoAtOnce) assertThat(one.waitFor()).isZero();
            long running = pid(home);
            Serve.main(new String[] {"start", home.toString(), port});
            assertThat(pid(home)).as("a server that answers is used as it is").isEqualTo(running);
            try (var owner = connect(url, "exactum_owner", passwords.getProperty("owner"))) {
                assertThat(ask(owner, "select a from kept")).isEqualTo(42);
            }
        } finally {
            Serve.main(new String[] {"stop", home.toString(), port});
            try (var files = Files.walk(home)) {
                files.sorted(java.util.Comparator.reverseOrder())
                        .forEach(f -> f.toFile().delete());
            }
        }
    }

    /** As the launcher starts it, in a process of its own. */
    private static Process started(Path home, String port) throws Exception {
        return new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        Serve.class.getName(),
                        "start",
                        home.toString(),
                        port)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
    }

    private static long pid(Path home) throws Exception {
        return Long.parseLong(Files.readAllLines(home.resolve("postgres/data/postmaster.pid"))
                .getFirst()
                .strip());
    }

    /** As a machine that loses its power: the server has no time to tidy up. */
    private static void kill(Path home) throws Exception {
        ProcessHandle server = ProcessHandle.of(pid(home)).orElseThrow();
        server.destroyForcibly();
        server.onExit().get(10, java.util.concurrent.TimeUnit.SECONDS);
    }

    @Test
    void a_verb_it_does_not_know_is_refused() {
        assertThatThrownBy(() -> Serve.main(new String[] {
                    "dance", Files.createTempDirectory("exactum-verb").toString(), "5999"
                }))
                .hasMessageContaining("knows start and stop");
    }
}
