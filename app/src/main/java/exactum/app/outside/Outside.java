package exactum.app.outside;

import exactum.core.text.CleanText;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.client.ResourceAccessException;
import org.springframework.web.client.RestClientException;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Calls banks and processors: 3 s to connect, 10 s for the answer, no redirect is followed, and at most 32 MB are read.
 * Whatever is no answer (nobody there, an error, a redirect, nonsense) is one {@link RestClientException}.
 */
@Component
public class Outside {
    private static final int MOST_BYTES = 32 << 20;
    private static final Duration CONNECT = Duration.ofSeconds(3);
    private static final int ANSWER_SECONDS = 10;
    private static final int MOST_WORDS = 160;
    private final OutsideAddresses addresses;
    private final HttpClient http;
    private final JsonMapper json;

    Outside(OutsideAddresses addresses, JsonMapper json) {
        this.addresses = addresses;
        this.json = json;
        http = HttpClient.newBuilder()
                .version(HttpClient.Version.HTTP_1_1)
                .connectTimeout(CONNECT)
                .followRedirects(HttpClient.Redirect.NEVER)
                .build();
    }

    /** The JSON at an address. */
    public JsonNode json(String address, Map<String, String> headers) {
        return read(bytes(address, headers));
    }

    /** The bytes at an address. */
    public byte[] bytes(String address, Map<String, String> headers) {
        return call("GET", address, headers, null, null);
    }

    /** Posts JSON, or nothing where {@code body} is null, and answers the JSON that comes back. */
    public JsonNode post(String address, Map<String, String> headers, Object body) {
        byte[] written = body == null ? null : json.writeValueAsBytes(body);
        return read(call("POST", address, headers, MediaType.APPLICATION_JSON_VALUE, written));
    }

    /** Posts a file and answers the JSON that comes back. */
    public JsonNode postFile(String address, Map<String, String> headers, String type, byte[] file) {
        return read(call("POST", address, headers, type, file));
    }

    /** A text of the answer that must be there. */
    public static String text(JsonNode answer, String field) {
        JsonNode value = answer.get(field);
        if (value == null || !value.isString()) throw new RestClientException("the answer has no text “" + field + "”");
        return value.asString();
    }

    /** The elements of a list of the answer that must be there. */
    public static Iterable<JsonNode> list(JsonNode answer, String field) {
        JsonNode value = answer.get(field);
        if (value == null || !value.isArray()) throw new RestClientException("the answer has no list “" + field + "”");
        return value;
    }

    /** Why there was no answer, in a few words. */
    public static String words(RestClientException noAnswer) {
        return noAnswer instanceof ResourceAccessException
                ? "nobody answers"
                : CleanText.harmless(String.valueOf(noAnswer.getMessage()), 120);
    }

    private byte[] call(String method, String address, Map<String, String> headers, String type, byte[] body) {
        HttpRequest.Builder request;
        try {
            var uri = URI.create(address);
            if (!addresses.mayCall(uri)) throw new ResourceAccessException("this address is not called: " + address);
            request = HttpRequest.newBuilder(uri);
            headers.forEach(request::setHeader);
        } catch (IllegalArgumentException none) {
            throw new RestClientException("no address: " + address);
        }
        if (body == null) request.method(method, HttpRequest.BodyPublishers.noBody());
        else
            request.method(method, HttpRequest.BodyPublishers.ofByteArray(body))
                    .setHeader(HttpHeaders.CONTENT_TYPE, type);
        HttpResponse<byte[]> answer = awaited(http.sendAsync(request.build(), head -> new LimitedBytes(MOST_BYTES)));
        if (answer.statusCode() / 100 != 2) throw new Refused(answer.statusCode(), why(answer.body()));
        return answer.body();
    }

    /** The words of a problem by RFC 9457; empty where there are none. */
    private String why(byte[] problem) {
        try {
            return CleanText.harmless(json.readTree(problem).path("detail").asString(""), MOST_WORDS);
        } catch (JacksonException none) {
            return "";
        }
    }

    /** The whole answer, in time. */
    private static <T> T awaited(CompletableFuture<T> coming) {
        try {
            return coming.get(ANSWER_SECONDS, TimeUnit.SECONDS);
        } catch (ExecutionException broken) {
            throw new ResourceAccessException("no answer", new IOException(broken.getCause()));
        } catch (TimeoutException late) {
            coming.cancel(true);
            throw new ResourceAccessException("no answer in time", new IOException(late));
        } catch (InterruptedException stopped) {
            coming.cancel(true);
            Thread.currentThread().interrupt();
            throw new ResourceAccessException("stopped while asking", new IOException(stopped));
        }
    }

    private JsonNode read(byte[] answer) {
        try {
            return json.readTree(answer);
        } catch (JacksonException nonsense) {
            throw new RestClientException("the answer is not JSON", nonsense);
        }
    }

    /** Another status than one of success. */
    public static final class Refused extends RestClientException {
        private final int status;
        private final String why;

        public Refused(int status, String why) {
            super("answered with status " + status + (why.isEmpty() ? "" : ": " + why));
            this.status = status;
            this.why = why;
        }

        /** The reason that came with it, or empty. */
        public String why() {
            return why;
        }

        public int status() {
            return status;
        }
    }

    /** A key as an HTTP header. */
    public static Map<String, String> bearer(String key) {
        return Map.of(HttpHeaders.AUTHORIZATION, "Bearer " + key);
    }
}
