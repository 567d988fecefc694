package exactum.pg;

import java.io.IOException;
import java.io.StringWriter;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.List;
import java.util.Properties;

/**
 * Starts or stops the lasting cluster of one installation: {@code Serve start HOME PORT}, {@code Serve stop HOME PORT}. One does
 * so at a time, and a server that answers is used as it is, so that who starts it again does not stop it under another.
 * Passwords are made once and kept in HOME/database.properties, readable by its owner alone.
 */
public final class Serve {
    private static final String OWNER = "exactum_owner";
    private static final String APP = "exactum_app";
    private static final String DATABASE = "exactum";

    private Serve() {}

    public static void main(String[] arguments) throws IOException {
        String verb = arguments[0];
        Path home = Path.of(arguments[1]);
        int port = Integer.parseInt(arguments[2]);
        Files.createDirectories(home);
        try (FileChannel file = FileChannel.open(
                        home.resolve("database.lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
                FileLock alone = file.lock()) {
            Properties passwords = passwords(home);
            var cluster = new Cluster(home.resolve("postgres"), port, passwords.getProperty("superuser"));
            switch (verb) {
                case "start" -> start(cluster, passwords);
                case "stop" -> {
                    if (cluster.hasPidFile()) cluster.stop("fast");
                }
                default -> throw new IllegalArgumentException("Serve knows start and stop, not " + verb);
            }
        }
    }

    private static void start(Cluster cluster, Properties passwords) {
        cluster.initialise();
        if (!cluster.hasPidFile() || !cluster.answers()) {
            if (cluster.hasPidFile()) stopLeftover(cluster);
            cluster.start(List.of());
        }
        cluster.ensureRole(OWNER, passwords.getProperty("owner"));
        cluster.ensureRole(APP, passwords.getProperty("app"));
        cluster.ensureDatabase(DATABASE, OWNER);
    }

    /** A server that does not answer is stopped first; a pid file without a server is PostgreSQL's to judge. */
    private static void stopLeftover(Cluster cluster) {
        try {
            cluster.stop("fast");
        } catch (IllegalStateException alreadyGone) {
            System.err.println(
                    "exactum: the database was not shut down properly last time; PostgreSQL recovers it now");
        }
    }

    private static Properties passwords(Path home) throws IOException {
        Path file = home.resolve("database.properties");
        var passwords = new Properties();
        if (Files.exists(file)) {
            try (var in = Files.newInputStream(file)) {
                passwords.load(in);
            }
            return passwords;
        }
        for (String role : List.of("superuser", "owner", "app")) passwords.setProperty(role, random());
        var text = new StringWriter();
        passwords.store(text, "made by exactum; the roles of its own PostgreSQL");
        SecretFile.write(file, text.toString());
        return passwords;
    }

    private static String random() {
        byte[] bytes = new byte[24];
        new SecureRandom().nextBytes(bytes);
        return HexFormat.of().formatHex(bytes);
    }
}
