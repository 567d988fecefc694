package exactum.pg;

import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * The PostgreSQL server programs that Debian installs, run as the user postgres when we are root, because the server
 * refuses to run as root. Their output goes to a file: a pipe would be inherited by the server and never end.
 */
final class ServerPrograms {
    private static final Path DEBIAN_BASE = Path.of("/usr/lib/postgresql");
    private static final boolean ROOT = "root".equals(System.getProperty("user.name"));
    private final Path bin;

    private ServerPrograms(Path bin) {
        this.bin = bin;
    }

    /** Finds the newest installed server, or the one that EXACTUM_PG_BIN names. */
    static ServerPrograms find() {
        String named = System.getenv("EXACTUM_PG_BIN");
        if (named != null) return new ServerPrograms(Path.of(named));
        return new ServerPrograms(newestInstalled());
    }

    private static Path newestInstalled() {
        if (Files.isDirectory(DEBIAN_BASE)) {
            try (Stream<Path> versions = Files.list(DEBIAN_BASE)) {
                var newest = versions.filter(v -> Files.isExecutable(v.resolve("bin/initdb")))
                        .max(Comparator.comparingInt(
                                v -> Integer.parseInt(v.getFileName().toString())));
                if (newest.isPresent()) return newest.get().resolve("bin");
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        throw new IllegalStateException(
                "No PostgreSQL server programs found. Install Debian's package postgresql, or set EXACTUM_PG_BIN.");
    }

    /** Gives a folder to the server's user, who alone may look into it. */
    void own(Path path) {
        if (ROOT) run(List.of("chown", "-R", "postgres", path.toString()));
    }

    void run(String program, String... arguments) {
        var command = new ArrayList<String>();
        if (ROOT) command.addAll(List.of("runuser", "-u", "postgres", "--"));
        command.add(bin.resolve(program).toString());
        command.addAll(List.of(arguments));
        run(command);
    }

    private static void run(List<String> command) {
        try {
            Path output = Files.createTempFile("exactum-pg-command", ".log");
            Process process = new ProcessBuilder(command)
                    .directory(new File("/"))
                    .redirectErrorStream(true)
                    .redirectOutput(output.toFile())
                    .start();
            boolean ended = process.waitFor(120, TimeUnit.SECONDS);
            if (!ended || process.exitValue() != 0) {
                throw new IllegalStateException(String.join(" ", command) + " failed:\n" + Files.readString(output));
            }
            Files.delete(output);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
