package exactum.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.pg.ThrowawayPostgres;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Comparator;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The launcher in a folder of its own, as a stranger has it, but for the build: the programs that are tested stand there already. */
final class StartedByScript implements AutoCloseable {
    private static final int PORTS = 5;
    private final Path folder = Files.createTempDirectory("exactum-stranger");
    private final Path printed = folder.resolve("printed");
    private final int port = freePorts();
    private Process running;

    StartedByScript() throws IOException {
        Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
        Files.copy(Path.of("../exactum"), folder.resolve("exactum"));
        for (String program : new String[] {"app", "standins"}) place(program, program + "-0.1-exec.jar");
        place("pg", "pg-0.1.jar");
        for (String module : new String[] {"core", "formats", "db", "pom.xml"})
            Files.createDirectories(folder.resolve(module));
        Path built = Files.createFile(
                folder.resolve("mvn"),
                PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwxr-xr-x")));
        Files.writeString(built, "#!/bin/sh\nexit 0\n");
    }

    private void place(String module, String jar) throws IOException {
        Path target = Files.createDirectories(folder.resolve(module).resolve("target"));
        Files.copy(Path.of("..", module, "target", jar), target.resolve(jar));
    }

    /** Runs a command as it is printed; {@code ./exactum practice} goes on, and the address that it prints is answered. */
    String run(String command) throws IOException, InterruptedException {
        var builder = new ProcessBuilder("bash", "-c", "exec " + command).directory(folder.toFile());
        builder.environment().putAll(Map.of("EXACTUM_PORT", "" + port, "PATH", folder + ":" + System.getenv("PATH")));
        builder.redirectErrorStream(true).redirectOutput(printed.toFile());
        Process process = builder.start();
        if (command.endsWith(" practice")) {
            running = process;
            Installation.await("the first user’s address", () -> read().contains("/first-user/"));
            var found = Pattern.compile("http\\S+/first-user/\\w+").matcher(read());
            assertThat(found.find()).as(read()).isTrue();
            return found.group();
        }
        assertThat(process.waitFor(1, TimeUnit.MINUTES)).isTrue();
        assertThat(process.exitValue()).as(read()).isZero();
        return "";
    }

    private String read() {
        try {
            return Files.readString(printed);
        } catch (IOException e) {
            return "";
        }
    }

    private static int freePorts() throws IOException {
        while (true) {
            int first = ThrowawayPostgres.freePort();
            if (Stream.iterate(first, p -> p + 1).limit(PORTS).allMatch(StartedByScript::isFree)) return first;
        }
    }

    private static boolean isFree(int port) {
        try (var socket = new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
            return socket.isBound();
        } catch (IOException taken) {
            return false;
        }
    }

    @Override
    public void close() throws IOException, InterruptedException {
        if (running != null) {
            running.destroy();
            running.waitFor(1, TimeUnit.MINUTES);
        }
        try (Stream<Path> files = Files.walk(folder)) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) Files.delete(file);
        }
    }
}
