package exactum.standins;

import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;
import java.util.stream.Collectors;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.json.JsonMapper;

/** The real stand-ins on a folder, which may be closed and opened again; driven by HTTP as a merchant and a person do. */
public final class Desktop implements AutoCloseable {
    private final HttpClient http = HttpClient.newBuilder().build();
    private final Path home;
    public final int smtpPort;
    private final int popPort;
    private ConfigurableApplicationContext context;

    public Desktop() throws IOException {
        home = Files.createTempDirectory("standins");
        smtpPort = ThreadLocalRandom.current().nextInt(20_000, 32_000);
        popPort = ThreadLocalRandom.current().nextInt(10_000, 20_000);
        open();
    }

    /** Closes the program and starts it on what it left behind. */
    public void restart() {
        context.close();
        open();
    }

    private void open() {
        context = SpringApplication.run(
                Standins.class,
                "--server.port=0",
                "--exactum.standins.home=" + home,
                "--exactum.standins.smtp-port=" + smtpPort,
                "--exactum.standins.pop-port=" + popPort,
                "--exactum.standins.address=http://standins.example");
    }

    public <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    public String address() {
        return "http://127.0.0.1:"
                + ((WebServerApplicationContext) context).getWebServer().getPort();
    }

    public HttpResponse<String> get(String path, String... headers) {
        return send(request(path, headers).GET());
    }

    /** Sends a page's form. */
    public HttpResponse<String> submit(String path, Map<String, String> fields) {
        String body = fields.entrySet().stream()
                .map(f -> f.getKey() + "=" + URLEncoder.encode(f.getValue(), StandardCharsets.UTF_8))
                .collect(Collectors.joining("&"));
        return send(request(path, "content-type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString(body)));
    }

    public HttpResponse<String> post(String path, String json, String... headers) {
        return send(request(path, headers)
                .header("content-type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(json)));
    }

    /** A payer pays on a card page that was opened for the merchant; answers the page's id. */
    public String sell(String currency, String amount) {
        String key = JsonMapper.shared()
                .readTree(get("/processor/keys?currency=" + currency).body())
                .get("key")
                .asString();
        String checkout = JsonMapper.shared()
                .readTree(post(
                                "/processor/api/checkouts",
                                """
                                {"amount":"%s","currency":"%s","reference":"LW-1","customer":"É. Cluse","return_to":"http://merchant.example/back"}""".formatted(amount, currency),
                                "Authorization",
                                "Bearer " + key,
                                "Idempotency-Key",
                                "\"" + java.util.UUID.randomUUID() + "\"")
                        .body())
                .get("id")
                .asString();
        submit("/processor/checkouts/" + checkout, Map.of("number", "4111 1111 1111 1111"));
        return checkout;
    }

    private HttpRequest.Builder request(String path, String... headers) {
        var request = HttpRequest.newBuilder(URI.create(address() + path));
        return headers.length == 0 ? request : request.headers(headers);
    }

    private HttpResponse<String> send(HttpRequest.Builder request) {
        try {
            return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void close() {
        context.close();
        http.close();
    }
}
