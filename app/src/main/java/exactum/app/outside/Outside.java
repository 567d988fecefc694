package exactum.app.outside;

import exactum.core.text.CleanText;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.time.Duration;
import java.util.Map;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.MediaType;
import org.springframework.http.client.JdkClientHttpRequestFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.client.ResourceAccessException;
import org.springframework.web.client.RestClient;
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
    private final OutsideAddresses addresses;
    private final RestClient http;
    private final JsonMapper json;

    Outside(OutsideAddresses addresses, JsonMapper json) {
        this.addresses = addresses;
        this.json = json;
        var requests = new JdkClientHttpRequestFactory(HttpClient.newBuilder()
                .connectTimeout(Duration.ofSeconds(3))
                .followRedirects(HttpClient.Redirect.NEVER)
                .build());
        requests.setReadTimeout(Duration.ofSeconds(10));
        http = RestClient.builder().requestFactory(requests).build();
    }

    /** The JSON at an address. */
    public JsonNode json(String address, Map<String, String> headers) {
        return read(bytes(address, headers));
    }

    /** The bytes at an address. */
    public byte[] bytes(String address, Map<String, String> headers) {
        return call(HttpMethod.GET, address, headers, null, null);
    }

    /** Posts JSON, or nothing where {@code body} is null, and answers the JSON that comes back. */
    public JsonNode post(String address, Map<String, String> headers, Object body) {
        byte[] written = body == null ? null : json.writeValueAsBytes(body);
        return read(call(HttpMethod.POST, address, headers, MediaType.APPLICATION_JSON, written));
    }

    /** Posts a file and answers the JSON that comes back. */
    public JsonNode postFile(String address, Map<String, String> headers, byte[] file) {
        return read(call(HttpMethod.POST, address, headers, MediaType.APPLICATION_XML, file));
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

    private byte[] call(HttpMethod method, String address, Map<String, String> headers, MediaType type, byte[] body) {
        URI uri;
        try {
            uri = URI.create(address);
        } catch (IllegalArgumentException none) {
            throw new RestClientException("no address: " + address);
        }
        if (!addresses.mayCall(uri)) throw new ResourceAccessException("this address is not called: " + address);
        RestClient.RequestBodySpec request = http.method(method).uri(uri).headers(h -> headers.forEach(h::set));
        if (body != null) request.contentType(type).body(body);
        return request.exchange((sent, answer) -> {
            HttpStatusCode status = answer.getStatusCode();
            if (!status.is2xxSuccessful()) throw new Refused(status.value());
            return all(answer.getBody().readNBytes(MOST_BYTES + 1));
        });
    }

    private static byte[] all(byte[] read) throws IOException {
        if (read.length > MOST_BYTES) throw new IOException("the answer is larger than 32 MB");
        return read;
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

        public Refused(int status) {
            super("answered with status " + status);
            this.status = status;
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
