package exactum.e2e;

import exactum.app.cards.HttpProcessor;
import exactum.app.cards.JsonLine;
import exactum.app.outside.Outside;
import exactum.core.card.ProcessorPort;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.web.client.ResourceAccessException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The first adapter keeps the contract, with the stand-in behind it. */
@ExtendWith(OneInstallation.class)
class StandinContractTest extends ProcessorContract {
    private static final String GOOD = "4111 1111 1111 1111";
    private static final String STOLEN_LATER = "3530 1113 3330 0000";
    private final HttpClient http = HttpClient.newHttpClient();
    private Installation installation;
    private String standin;
    private String key;

    @BeforeEach
    void find(Installation installation) {
        this.installation = installation;
        standin = installation.standinsAddress + "/processor";
        key = read(send(HttpRequest.newBuilder(URI.create(standin + "/keys")).GET()))
                .get("key")
                .asString();
    }

    @Override
    ProcessorPort port() {
        return new HttpProcessor(new Line());
    }

    @Override
    void enterGoodCard(ProcessorPort.Page page) {
        enter(page, GOOD);
    }

    @Override
    void enterCardThatIsStolenLater(ProcessorPort.Page page) {
        enter(page, STOLEN_LATER);
    }

    @Override
    void contest(String sale) {
        installation.tellStandins("/processor/sales/" + sale + "/contest");
    }

    private void enter(ProcessorPort.Page page, String number) {
        try {
            http.send(
                    HttpRequest.newBuilder(URI.create(page.url()))
                            .header("content-type", "application/x-www-form-urlencoded")
                            .POST(HttpRequest.BodyPublishers.ofString(
                                    "expiry=12%2F29&number=" + URLEncoder.encode(number, StandardCharsets.UTF_8)))
                            .build(),
                    HttpResponse.BodyHandlers.discarding());
        } catch (IOException e) {
            throw new IllegalStateException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    private byte[] send(HttpRequest.Builder request) {
        try {
            HttpResponse<byte[]> answer = http.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
            if (answer.statusCode() >= 300) throw new Outside.Refused(answer.statusCode(), "");
            return answer.body();
        } catch (IOException e) {
            throw new ResourceAccessException("nobody answers", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    private static JsonNode read(byte[] json) {
        return JsonMapper.shared().readTree(json);
    }

    private final class Line implements JsonLine {
        private HttpRequest.Builder to(String path) {
            return HttpRequest.newBuilder(URI.create(standin + path)).header("Authorization", "Bearer " + key);
        }

        @Override
        public JsonNode get(String path) {
            return read(send(to(path).GET()));
        }

        @Override
        public JsonNode post(String path, String idempotencyKey, Object body) {
            HttpRequest.Builder request = to(path).header("content-type", "application/json")
                    .header("Idempotency-Key", "\"" + idempotencyKey + "\"")
                    .POST(HttpRequest.BodyPublishers.ofByteArray(
                            body == null ? new byte[0] : JsonMapper.shared().writeValueAsBytes(body)));
            return read(send(request));
        }

        @Override
        public JsonNode postPdf(String path, String idempotencyKey, byte[] pdf) {
            return read(send(to(path).header("content-type", "application/pdf")
                    .header("Idempotency-Key", "\"" + idempotencyKey + "\"")
                    .POST(HttpRequest.BodyPublishers.ofByteArray(pdf))));
        }

        @Override
        public byte[] bytes(String path) {
            return send(to(path).GET());
        }
    }
}
