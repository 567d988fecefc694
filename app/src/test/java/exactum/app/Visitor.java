package exactum.app;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;

/** A person at a browser, without script, over HTTP. Paths are within Larkwater Moorings; {@code ~/} begins one outside of it. */
final class Visitor implements AutoCloseable {
    private static final Pattern TOKEN = Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"");
    private static final String BOUNDARY = "a-line-that-no-file-holds";
    private final World world;
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(new CookieManager()).build();

    /** Somebody who tries to sign in; a login nobody has stays outside. */
    Visitor(World world, String login) {
        this.world = world;
        post("~/sign-in", token("~/sign-in"), "username=" + login + "&password=" + World.PASSWORD);
    }

    HttpResponse<String> get(String path) {
        return send(path, HttpRequest.newBuilder().GET());
    }

    /** Asks for a part of a page, as a page's own script does. */
    HttpResponse<String> ask(String path) {
        return send(path, HttpRequest.newBuilder().header("HX-Request", "true").GET());
    }

    String token(String path) {
        var found = TOKEN.matcher(get(path).body());
        return found.find() ? found.group(1) : "";
    }

    /** Sends a form with the page's token. */
    HttpResponse<String> post(String path, String form) {
        return post(path, token("/day"), form);
    }

    HttpResponse<String> post(String path, String token, String form) {
        String body = form + "&_csrf=" + encoded(token);
        return send(
                path,
                HttpRequest.newBuilder()
                        .header("content-type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString(body)));
    }

    /** What a form that was sent is answered with. */
    String page(String path, String form) {
        return post(path, form.replace(" ", "+").replace("%", "%25")).body();
    }

    /** Sends a form and answers the address it leads to, without the business. */
    String follow(String path, String form) {
        HttpResponse<String> answer = post(path, form);
        return answer.headers()
                .firstValue("location")
                .map(l -> URI.create(l).getRawPath().replaceFirst("^/moorings", ""))
                .orElseThrow(() -> new IllegalStateException(answer.statusCode() + ": " + answer.body()));
    }

    static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    /** Sends a file in a form, RFC 7578. */
    HttpResponse<String> upload(String path, String name, byte[] content) {
        var body = new ByteArrayOutputStream();
        body.writeBytes("""
                --%1$s\r
                Content-Disposition: form-data; name="_csrf"\r
                \r
                %2$s\r
                --%1$s\r
                Content-Disposition: form-data; name="file"; filename="%3$s"\r
                Content-Type: application/octet-stream\r
                \r
                """.formatted(BOUNDARY, token("/day"), name).getBytes(StandardCharsets.UTF_8));
        body.writeBytes(content);
        body.writeBytes("\r\n--%s--\r\n".formatted(BOUNDARY).getBytes(StandardCharsets.UTF_8));
        return send(
                path,
                HttpRequest.newBuilder()
                        .header("content-type", "multipart/form-data; boundary=" + BOUNDARY)
                        .POST(HttpRequest.BodyPublishers.ofByteArray(body.toByteArray())));
    }

    private HttpResponse<String> send(String path, HttpRequest.Builder request) {
        try {
            return http.send(
                    request.uri(URI.create(world.url(path.startsWith("~") ? path.substring(1) : "/moorings" + path)))
                            .header("accept", "text/html,*/*;q=0.5")
                            .build(),
                    HttpResponse.BodyHandlers.ofString());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void close() {
        http.close();
    }
}
