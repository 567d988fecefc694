package exactum.pg;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.BindException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;

/**
 * A cluster in a temporary folder with durability off, for the build, the tests and the benchmarks. It has the same
 * two roles as the real one: the owner for migrations and the lesser one for the application. The folder is in memory where there
 * is room for it, so that a disk that others keep busy delays nothing.
 */
public final class ThrowawayPostgres implements AutoCloseable {
    public static final String OWNER = "exactum_owner";
    public static final String APP = "exactum_app";
    public static final String PASSWORD = "throwaway";
    private static final Path MEMORY = Path.of("/dev/shm");
    private static final long ROOM = 6L << 30;
    private final AtomicInteger databases = new AtomicInteger();
    private final Path folder;
    private final Cluster cluster;
    private final List<String> settings;
    private boolean closed;

    private ThrowawayPostgres(Path folder, Cluster cluster, List<String> settings) {
        this.folder = folder;
        this.cluster = cluster;
        this.settings = settings;
    }

    public static ThrowawayPostgres start() {
        return start(List.of());
    }

    /**
     * Starts one that never gathers statistics by itself, so that every run meets the same plans: those of a database that was
     * filled a moment ago.
     */
    public static ThrowawayPostgres startWithoutStatistics() {
        return start(List.of("autovacuum=off"));
    }

    private static ThrowawayPostgres start(List<String> more) {
        try {
            Path folder = newFolder();
            var cluster = new Cluster(folder, freePort(), PASSWORD);
            var settings = new ArrayList<>(
                    List.of("fsync=off", "synchronous_commit=off", "full_page_writes=off", "max_wal_size=2GB"));
            settings.addAll(more);
            var postgres = new ThrowawayPostgres(folder, cluster, settings);
            Runtime.getRuntime().addShutdownHook(new Thread(postgres::close));
            cluster.initialise();
            cluster.start(settings);
            cluster.ensureRole(OWNER, PASSWORD);
            cluster.ensureRole(APP, PASSWORD);
            return postgres;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Path newFolder() throws IOException {
        boolean inMemory =
                Files.isWritable(MEMORY) && Files.getFileStore(MEMORY).getUsableSpace() >= ROOM;
        return inMemory ? Files.createTempDirectory(MEMORY, "exactum-pg-") : Files.createTempDirectory("exactum-pg-");
    }

    /** Stops the server as an administrator does who is in a hurry: whoever is connected is cut off. */
    public void pause() {
        cluster.stop("fast");
    }

    /** Starts it again. */
    public void resume() {
        cluster.start(settings);
    }

    /** Makes an empty database and answers its JDBC address. */
    public String newDatabase() {
        String name = "exactum_" + databases.incrementAndGet();
        cluster.ensureDatabase(name, OWNER);
        return cluster.url(name);
    }

    /** Keeps what the database holds under a name, for others to begin from. Nothing may be writing to it meanwhile. */
    public void keep(String url, String template) {
        cluster.copyDatabase(name(url), template, OWNER);
    }

    /** Puts the database back to what was kept under the name; whoever is connected to it is cut off. */
    public void begin(String url, String template) {
        cluster.copyDatabase(template, name(url), OWNER);
    }

    private static String name(String url) {
        return url.substring(url.lastIndexOf('/') + 1);
    }

    @Override
    public synchronized void close() {
        if (closed) return;
        closed = true;
        if (cluster.hasPidFile()) cluster.stop("immediate");
        try (Stream<Path> files = Files.walk(folder)) {
            files.sorted(Comparator.reverseOrder()).forEach(f -> f.toFile().delete());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A loopback port that was free a moment ago, below those that Linux gives to outgoing connections. */
    public static int freePort() throws IOException {
        while (true) {
            int port = ThreadLocalRandom.current().nextInt(20_000, 32_000);
            try (var socket = new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
                return port;
            } catch (BindException takenTryAnother) {
                continue;
            }
        }
    }
}
