package exactum.bench;

import exactum.pg.ThrowawayPostgres;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import java.util.regex.Pattern;

/** The stand-ins in a process of their own, with nothing on their shelves. */
final class StandinProcess implements AutoCloseable {
    private static final int TRIES = 600;
    private final HttpClient http = HttpClient.newHttpClient();
    private final Process process;
    final String address;
    final String key;
    final String secret;

    StandinProcess() throws IOException, InterruptedException {
        int port = ThrowawayPostgres.freePort();
        address = "http://127.0.0.1:" + port + "/processor";
        var builder = new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx512m",
                "-jar",
                Path.of("standins/target/standins-0.1-exec.jar")
                        .toAbsolutePath()
                        .toString());
        builder.environment()
                .putAll(Map.of(
                        "EXACTUM_HOME",
                        Files.createTempDirectory("exactum-standins").toString(),
                        "EXACTUM_STANDINS_PORT",
                        "" + port,
                        "EXACTUM_SMTP_PORT",
                        "" + ThrowawayPostgres.freePort()));
        process = builder.redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        String page = page();
        key = found(page, "key-EUR");
        secret = found(page, "secret-EUR");
    }

    private String page() throws InterruptedException {
        for (int i = 0; i < TRIES; i++) {
            try {
                return http.send(
                                HttpRequest.newBuilder(URI.create(address)).build(),
                                HttpResponse.BodyHandlers.ofString())
                        .body();
            } catch (IOException notYet) {
                LockSupport.parkNanos(100_000_000);
            }
        }
        throw new IllegalStateException("the stand-ins do not answer; build them first");
    }

    private static String found(String page, String id) {
        var found = Pattern.compile("id=\"" + id + "\"[^>]*>([^<]+)<").matcher(page);
        if (!found.find()) throw new IllegalStateException("no " + id);
        return found.group(1);
    }

    /** The tokens of so many kept cards; of a hundred two are short of money once and one is never good again. */
    List<String> cards(int count) throws IOException, InterruptedException {
        return List.of(tell("/seed/cards?currency=EUR&shortOf=2&stolen=1&count=" + count)
                .split("\n"));
    }

    /** One of so many answers gets lost from now on; zero for none. */
    void loses(int every) throws IOException, InterruptedException {
        tell("/faults?currency=EUR&lostEvery=" + every);
    }

    private String tell(String path) throws IOException, InterruptedException {
        return http.send(
                        HttpRequest.newBuilder(URI.create(address + path))
                                .POST(HttpRequest.BodyPublishers.noBody())
                                .build(),
                        HttpResponse.BodyHandlers.ofString())
                .body();
    }

    @Override
    public void close() throws InterruptedException {
        http.close();
        process.destroy();
        process.waitFor();
    }
}
