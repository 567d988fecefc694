package exactum.app.cards;

import tools.jackson.databind.JsonNode;

/**
 * A line to a processor that speaks JSON over HTTP; it knows the address and the key. What is no answer is a
 * {@link org.springframework.web.client.RestClientException}.
 */
public interface JsonLine {
    JsonNode get(String path);

    /**
     * Posts JSON.
     *
     * @param key the Idempotency-Key: the same key is the same wish, however often it is sent
     * @param body null for nothing
     */
    JsonNode post(String path, String key, Object body);

    /** Posts one PDF under such a key. */
    JsonNode postPdf(String path, String key, byte[] pdf);

    byte[] bytes(String path);
}
