package exactum.bench;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/** The harbour's administrator at her desk, by HTTP: signs in again when she has to, and presses again when nobody answers. */
final class Desk {
    private static final Pattern TOKEN = Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"");
    private static final Pattern SHOWN = Pattern.compile("name=\"shown\"[^>]* value=\"([^\"]+)\"");
    private final String address;
    private HttpClient http = client();

    Desk(String address) {
        this.address = address;
    }

    private static HttpClient client() {
        return HttpClient.newBuilder().cookieHandler(new CookieManager()).build();
    }

    void signIn() {
        http = client();
        post("/sign-in", token("/sign-in"), "username=nora&password=harbour-lights");
    }

    String get(String path) {
        return send(request(path).GET()).body();
    }

    /** A page that has to be there. */
    void page(String path) {
        int status = send(request(path).GET()).statusCode();
        if (status != 200) throw new IllegalStateException(path + ": " + status);
    }

    private String token(String path) {
        var found = TOKEN.matcher(get(path));
        if (!found.find()) throw new IllegalStateException("no form at " + path);
        return found.group(1);
    }

    /** Sends a form and answers where it leads, or nothing where nobody answered. */
    String post(String path, String form) {
        return post(path, token("/larkwater/setup"), form);
    }

    private String post(String path, String token, String form) {
        return send(request(path)
                        .header("content-type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString(form + "&_csrf=" + encoded(token))))
                .headers()
                .firstValue("location")
                .map(l -> URI.create(l).getPath())
                .orElse("");
    }

    String upload(String path, byte[] content) {
        String head = "--b\r\nContent-Disposition: form-data; name=\"_csrf\"\r\n\r\n" + token("/larkwater/setup")
                + "\r\n--b\r\nContent-Disposition: form-data; name=\"file\"; filename=\"f\"\r\n\r\n";
        var body = new java.io.ByteArrayOutputStream();
        body.writeBytes(head.getBytes(StandardCharsets.UTF_8));
        body.writeBytes(content);
        body.writeBytes("\r\n--b--\r\n".getBytes(StandardCharsets.UTF_8));
        return send(request(path)
                        .header("content-type", "multipart/form-data; boundary=b")
                        .POST(HttpRequest.BodyPublishers.ofByteArray(body.toByteArray())))
                .headers()
                .firstValue("location")
                .map(l -> URI.create(l).getPath())
                .orElse("");
    }

    /** The bank lines that the page offers to match in one press, as it shows them. */
    List<String> certain() {
        var shown = new ArrayList<String>();
        SHOWN.matcher(get("/larkwater/unmatched/certain")).results().forEach(m -> shown.add(m.group(1)));
        return shown;
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(address + path)).timeout(Duration.ofSeconds(60));
    }

    private HttpResponse<String> send(HttpRequest.Builder request) {
        try {
            return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
        } catch (IOException nobody) {
            throw new IllegalStateException("nobody answered", nobody);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }
}
