package exactum.app.cards;

import exactum.app.outside.Outside;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.ProcessorHealth;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Supplier;
import org.springframework.http.MediaType;
import org.springframework.web.client.RestClientException;
import tools.jackson.databind.JsonNode;

/** The line to the processor of an account. */
record OutsideLine(ProcessorAccount account, Outside outside, ProcessorHealth health) implements JsonLine {
    private static final int UNAUTHORISED = 401;
    private static final int FIRST_SERVER_ERROR = 500;

    @Override
    public JsonNode get(String path) {
        return noted(() -> outside.json(account.address() + path, bearer()));
    }

    @Override
    public JsonNode post(String path, String key, Object body) {
        return noted(() -> outside.post(account.address() + path, keyed(key), body));
    }

    @Override
    public JsonNode postPdf(String path, String key, byte[] pdf) {
        return noted(
                () -> outside.postFile(account.address() + path, keyed(key), MediaType.APPLICATION_PDF_VALUE, pdf));
    }

    private Map<String, String> keyed(String key) {
        var headers = new LinkedHashMap<>(bearer());
        headers.put("Idempotency-Key", "\"" + key + "\"");
        return headers;
    }

    @Override
    public byte[] bytes(String path) {
        return noted(() -> outside.bytes(account.address() + path, bearer()));
    }

    /** Whether there was an answer is written down; that something was refused is one, unless it is the key. */
    private <T> T noted(Supplier<T> asking) {
        try {
            T answer = asking.get();
            health.answered(account);
            return answer;
        } catch (Outside.Refused refused) {
            boolean isTrouble = refused.status() == UNAUTHORISED || refused.status() >= FIRST_SERVER_ERROR;
            if (isTrouble) health.trouble(account, refused.getMessage());
            else health.answered(account);
            throw refused;
        } catch (RestClientException none) {
            health.trouble(account, Outside.words(none));
            throw none;
        }
    }

    private Map<String, String> bearer() {
        return Outside.bearer(account.access().key());
    }
}
