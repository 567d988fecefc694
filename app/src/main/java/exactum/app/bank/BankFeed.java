package exactum.app.bank;

import exactum.app.setup.BankAccount;
import exactum.core.bank.Iban;
import exactum.core.problem.Refusal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.springframework.http.client.JdkClientHttpRequestFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClient;
import org.springframework.web.client.RestClientException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Fetches statement files where a bank puts them. */
@Component
class BankFeed {
    private final RestClient http;
    private final JsonMapper json;

    BankFeed(JsonMapper json) {
        var requests = new JdkClientHttpRequestFactory(java.net.http.HttpClient.newBuilder()
                .connectTimeout(Duration.ofSeconds(3))
                .build());
        requests.setReadTimeout(Duration.ofSeconds(10));
        http = RestClient.builder().requestFactory(requests).build();
        this.json = json;
    }

    /** A file as the bank offers it. */
    record File(String name, byte[] content) {}

    /** The files after the statement with the reference, the oldest first. */
    List<File> after(BankAccount account, Iban iban, String lastReference) {
        try {
            JsonNode list = json.readTree(http.get()
                    .uri(
                            account.feedUrl() + "?account={iban}&after={after}",
                            iban.value(),
                            lastReference == null ? "" : lastReference)
                    .retrieve()
                    .body(String.class));
            var files = new ArrayList<File>();
            for (JsonNode file : list.get("statements")) {
                files.add(new File(
                        file.get("name").asString(),
                        http.get().uri(file.get("url").asString()).retrieve().body(byte[].class)));
            }
            return files;
        } catch (RestClientException unreachable) {
            throw new Refusal(
                    "statement.unreachable",
                    "The bank cannot be reached at %s. Nothing was stored. Try again later, or read in its file."
                            .formatted(account.feedUrl()));
        }
    }
}
