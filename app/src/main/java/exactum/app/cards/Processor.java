package exactum.app.cards;

import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.TryProcessor;
import exactum.core.bank.PayoutReport;
import exactum.core.money.Money;
import exactum.formats.csv.PayoutCsv;
import java.io.ByteArrayInputStream;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.client.JdkClientHttpRequestFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClient;
import org.springframework.web.client.RestClientException;
import org.springframework.web.client.RestClientResponseException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The processor's API, spoken over HTTP. Whatever could charge carries an idempotency key. */
@Component
public class Processor implements TryProcessor {
    private final RestClient http;
    private final JsonMapper json;

    Processor(JsonMapper json) {
        var requests = new JdkClientHttpRequestFactory(java.net.http.HttpClient.newBuilder()
                .connectTimeout(Duration.ofSeconds(3))
                .build());
        requests.setReadTimeout(Duration.ofSeconds(10));
        http = RestClient.builder().requestFactory(requests).build();
        this.json = json;
    }

    /** A page of the processor where one card pays one amount. */
    public record Checkout(String reference, String url) {}

    /** A sale as the processor states it. */
    public record Sale(String reference, String checkout, Money amount, Money fee, LocalDate capturedOn, String card) {}

    /** What the processor says of a checkout; {@code sale} is null while it is not paid. */
    public record CheckoutState(boolean open, Sale sale, String lastDecline) {}

    @Override
    public Result tryIt(ProcessorAccount processor) {
        try {
            JsonNode account = get(processor, "/api/account");
            return new Result(
                    true,
                    "%s answers: account “%s” in %s."
                            .formatted(
                                    processor.name(),
                                    account.get("name").asString(),
                                    account.get("currency").asString()));
        } catch (RestClientResponseException refused) {
            return new Result(
                    false,
                    "%s refuses the key (%d)."
                            .formatted(processor.name(), refused.getStatusCode().value()));
        } catch (RestClientException unreachable) {
            return new Result(false, "%s cannot be reached at %s.".formatted(processor.name(), processor.address()));
        }
    }

    /** Opens a checkout for a collection; asking again with the same collection gives the same checkout. */
    Checkout openCheckout(
            ProcessorAccount processor, Collection collection, String number, String customerCode, String returnTo) {
        JsonNode made = json.readTree(http.post()
                .uri(processor.address() + "/api/checkouts")
                .header(
                        HttpHeaders.AUTHORIZATION,
                        "Bearer " + processor.access().key())
                .header("Idempotency-Key", "\"" + collection.id() + "\"")
                .contentType(MediaType.APPLICATION_JSON)
                .body(json.writeValueAsString(Map.of(
                        "amount",
                        collection.amount().plain(),
                        "currency",
                        collection.amount().currency().getCurrencyCode(),
                        "reference",
                        number,
                        "customer",
                        customerCode,
                        "return_to",
                        returnTo)))
                .retrieve()
                .body(String.class));
        return new Checkout(made.get("id").asString(), made.get("url").asString());
    }

    CheckoutState checkout(ProcessorAccount processor, String reference) {
        return state(get(processor, "/api/checkouts/" + reference));
    }

    /** Takes a card page back, so that nothing can be paid on it; answers what it is by then, perhaps paid. */
    CheckoutState cancel(ProcessorAccount processor, String reference) {
        return state(json.readTree(http.post()
                .uri(processor.address() + "/api/checkouts/" + reference + "/cancel")
                .header(
                        HttpHeaders.AUTHORIZATION,
                        "Bearer " + processor.access().key())
                .retrieve()
                .body(String.class)));
    }

    private static CheckoutState state(JsonNode checkout) {
        return new CheckoutState(
                checkout.get("state").asString().equals("open"),
                checkout.hasNonNull("sale") ? sale(checkout.get("sale")) : null,
                checkout.hasNonNull("last_decline")
                        ? checkout.get("last_decline").asString()
                        : null);
    }

    /** The payouts after the one last read, oldest first. */
    public List<PayoutReport> payoutsAfter(ProcessorAccount processor, String lastRead) {
        JsonNode list = get(processor, "/api/payouts" + (lastRead == null ? "" : "?after=" + lastRead));
        var payouts = new ArrayList<PayoutReport>();
        for (JsonNode payout : list.get("payouts")) {
            byte[] csv = http.get()
                    .uri(processor.address() + "/api/payouts/"
                            + payout.get("id").asString() + ".csv")
                    .header(
                            HttpHeaders.AUTHORIZATION,
                            "Bearer " + processor.access().key())
                    .retrieve()
                    .body(byte[].class);
            payouts.add(PayoutCsv.read(new ByteArrayInputStream(csv)));
        }
        return payouts;
    }

    /** Reads a sale from the processor's JSON, in a notice or an answer. */
    static Sale sale(JsonNode node) {
        String currency = node.get("currency").asString();
        return new Sale(
                node.get("id").asString(),
                node.get("checkout").asString(),
                Money.of(currency, node.get("amount").asString()),
                Money.of(currency, node.get("fee").asString()),
                LocalDate.parse(node.get("captured_on").asString()),
                node.get("card").asString());
    }

    private JsonNode get(ProcessorAccount processor, String path) {
        return json.readTree(http.get()
                .uri(processor.address() + path)
                .header(
                        HttpHeaders.AUTHORIZATION,
                        "Bearer " + processor.access().key())
                .retrieve()
                .body(String.class));
    }
}
