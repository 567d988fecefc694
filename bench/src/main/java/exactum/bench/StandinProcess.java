package exactum.bench;

import exactum.pg.ThrowawayPostgres;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.locks.LockSupport;
import java.util.regex.Pattern;

/** The stand-ins in a process of their own, with nothing on their shelves. */
final class StandinProcess implements AutoCloseable {
    private static final int TRIES = 600;
    private final HttpClient http = HttpClient.newHttpClient();
    private final Process process;
    final String address;
    final int smtpPort = ThrowawayPostgres.freePort();
    final String key;
    final String secret;

    StandinProcess() throws IOException, InterruptedException {
        int port = ThrowawayPostgres.freePort();
        address = "http://127.0.0.1:" + port + "/processor";
        var builder = new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx512m",
                "-jar",
                jar().toAbsolutePath().toString());
        builder.environment()
                .putAll(Map.of(
                        "EXACTUM_HOME",
                        Files.createTempDirectory("exactum-standins").toString(),
                        "EXACTUM_STANDINS_PORT",
                        "" + port,
                        "EXACTUM_SMTP_PORT",
                        "" + smtpPort,
                        "EXACTUM_POP3_PORT",
                        "" + ThrowawayPostgres.freePort()));
        process = builder.redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        String page = page();
        key = found(page, "key-EUR");
        secret = found(page, "secret-EUR");
    }

    /** As built, seen from the project's root or from a module. */
    private static Path jar() {
        Path built = Path.of("standins/target/standins-0.1-exec.jar");
        return Files.exists(built) ? built : Path.of("..").resolve(built);
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

    /** Faults of the kinds named in the query; all others are over. */
    void goesWrong(String faults) throws IOException, InterruptedException {
        tell("/faults?currency=EUR" + faults);
    }

    /** So many of the next notices never leave. */
    void swallows(int notices) throws IOException, InterruptedException {
        tell("/swallow?currency=EUR&notices=" + notices);
    }

    void tellsTo(String hook) throws IOException, InterruptedException {
        tell("/notices-to?currency=EUR&address=" + URLEncoder.encode(hook, StandardCharsets.UTF_8));
    }

    /** A card is taken at a counter. */
    void takesInPerson(String amount, String reference) throws IOException, InterruptedException {
        tell("/in-person?currency=EUR&amount=%s&reference=%s".formatted(amount, reference));
    }

    /** A cardholder contests a sale, all of it or a part. */
    void contests(String sale, String amount) throws IOException, InterruptedException {
        tell("/sales/%s/contest?amount=%s".formatted(sale, amount));
    }

    void decides(String chargeback, boolean won) throws IOException, InterruptedException {
        tell("/chargebacks/%s/decide?won=%b".formatted(chargeback, won));
    }

    /** The card's bank sends a refund back that had gone. */
    void sendsBack(String refund) throws IOException, InterruptedException {
        tell("/refunds/%s/fail".formatted(refund));
    }

    /** How it holds and gives back from now on. */
    void behaves(int reservePercent, int refusedRefunds, boolean givesFeesBack)
            throws IOException, InterruptedException {
        tell("/manner?currency=EUR&reservePercent=%d&refusedRefunds=%d&givesFeesBack=%b"
                .formatted(reservePercent, refusedRefunds, givesFeesBack));
    }

    void startsOn(LocalDate day) throws IOException, InterruptedException {
        post(root() + "/clock/start?day=" + day, "");
    }

    /** Delivers all notices that wait, and pays out the day's sales. */
    void closes(LocalDate day) throws IOException, InterruptedException {
        post(root() + "/clock/close?day=" + day, "");
    }

    /** The payout of a day as a file; empty where there was none. */
    String payout(LocalDate day) throws IOException, InterruptedException {
        var answer = http.send(
                HttpRequest.newBuilder(URI.create(address + "/payouts/PO-" + day + ".csv"))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        return answer.statusCode() == 200 ? answer.body() : "";
    }

    /** Enters a card on a page, so many times at once. */
    void pays(String page, String number, int times) {
        var answers = new ArrayList<CompletableFuture<?>>();
        for (int i = 0; i < times; i++)
            answers.add(http.sendAsync(form(page, "number=" + number), HttpResponse.BodyHandlers.discarding()));
        answers.forEach(CompletableFuture::join);
    }

    private String root() {
        return address.substring(0, address.lastIndexOf('/'));
    }

    private static HttpRequest form(String address, String fields) {
        return HttpRequest.newBuilder(URI.create(address))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString(fields))
                .build();
    }

    private void post(String address, String fields) throws IOException, InterruptedException {
        int status = http.send(form(address, fields), HttpResponse.BodyHandlers.discarding())
                .statusCode();
        if (status >= 400) throw new IllegalStateException(address + " answered " + status);
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
