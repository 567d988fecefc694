package exactum.app.cards;

import exactum.app.outside.Outside;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.TryProcessor;
import exactum.core.bank.PayoutReport;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.core.text.TextKind;
import exactum.core.typed.TypedDate;
import exactum.formats.csv.PayoutCsv;
import java.io.ByteArrayInputStream;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClientException;
import tools.jackson.databind.JsonNode;

/** The processor's API, spoken over HTTP. Whatever could charge carries an idempotency key. */
@Component
public class Processor implements TryProcessor {
    private static final Pattern REFERENCE = Pattern.compile("[A-Za-z0-9_.-]{1,64}");
    private static final int MOST_PAYOUTS = 1000;
    private final Outside outside;

    Processor(Outside outside) {
        this.outside = outside;
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
                                    Outside.text(account, "name"),
                                    Outside.text(account, "currency")));
        } catch (Outside.Refused refused) {
            return new Result(false, "%s refuses the key (%d).".formatted(processor.name(), refused.status()));
        } catch (RestClientException unreachable) {
            return new Result(false, "%s cannot be reached at %s.".formatted(processor.name(), processor.address()));
        }
    }

    /** Opens a checkout for a collection; asking again with the same collection gives the same checkout. */
    Checkout openCheckout(
            ProcessorAccount processor, Collection collection, String number, String customerCode, String returnTo) {
        var headers = new LinkedHashMap<>(Outside.bearer(processor.access().key()));
        headers.put("Idempotency-Key", "\"" + collection.id() + "\"");
        JsonNode made = outside.post(
                processor.address() + "/api/checkouts",
                headers,
                Map.of(
                        "amount",
                        collection.amount().plain(),
                        "currency",
                        collection.amount().currency().getCurrencyCode(),
                        "reference",
                        number,
                        "customer",
                        customerCode,
                        "return_to",
                        returnTo));
        return new Checkout(reference(made, "id"), Outside.text(made, "url"));
    }

    CheckoutState checkout(ProcessorAccount processor, String reference) {
        return state(get(processor, "/api/checkouts/" + reference));
    }

    /** Takes a card page back, so that nothing can be paid on it; answers what it is by then, perhaps paid. */
    CheckoutState cancel(ProcessorAccount processor, String reference) {
        return state(outside.post(
                processor.address() + "/api/checkouts/" + reference + "/cancel",
                Outside.bearer(processor.access().key()),
                null));
    }

    private static CheckoutState state(JsonNode checkout) {
        return new CheckoutState(
                Outside.text(checkout, "state").equals("open"),
                checkout.hasNonNull("sale") ? saleOf(checkout.get("sale")) : null,
                checkout.hasNonNull("last_decline") ? words(checkout.get("last_decline")) : null);
    }

    private static Sale saleOf(JsonNode node) {
        try {
            return sale(node);
        } catch (Refusal malformed) {
            throw new RestClientException(malformed.sentence(), malformed);
        }
    }

    /** What a processor says of itself, cut to a line. */
    static String words(JsonNode text) {
        return CleanText.harmless(text.asString(""), TextKind.NAME.most());
    }

    private static String reference(JsonNode node, String field) {
        String text = Outside.text(node, field);
        if (REFERENCE.matcher(text).matches()) return text;
        throw new RestClientException("“%s” is not a reference".formatted(CleanText.harmless(text, 80)));
    }

    /** The references of the payouts after the one last read, oldest first, at most a thousand. */
    public List<String> payoutsAfter(ProcessorAccount processor, String lastRead) {
        JsonNode answer = get(
                processor,
                "/api/payouts"
                        + (lastRead == null ? "" : "?after=" + URLEncoder.encode(lastRead, StandardCharsets.UTF_8)));
        var references = new ArrayList<String>();
        for (JsonNode payout : Outside.list(answer, "payouts")) {
            if (references.size() < MOST_PAYOUTS) references.add(reference(payout, "id"));
        }
        return references;
    }

    /** One payout, read from its file. */
    public PayoutReport payout(ProcessorAccount processor, String reference) {
        byte[] csv = outside.bytes(
                processor.address() + "/api/payouts/" + reference + ".csv",
                Outside.bearer(processor.access().key()));
        return PayoutCsv.read(new ByteArrayInputStream(csv));
    }

    /**
     * Reads a sale from the processor's JSON, in a notice or an answer.
     *
     * @throws Refusal if it is none: a field missing, an amount that is not positive, a fee that is negative or above it
     */
    static Sale sale(JsonNode node) {
        try {
            String currency = Outside.text(node, "currency");
            Money amount = Money.of(currency, amount(node, "amount"));
            Money fee = Money.of(currency, amount(node, "fee"));
            LocalDate capturedOn = LocalDate.parse(Outside.text(node, "captured_on"));
            if (!amount.isPositive() || fee.isNegative() || fee.compareTo(amount) > 0 || amount.minor() > Money.MOST)
                throw malformed("its amount or fee is out of range");
            if (!TypedDate.isSane(capturedOn)) throw malformed("its date is out of range");
            return new Sale(
                    reference(node, "id"),
                    reference(node, "checkout"),
                    amount,
                    fee,
                    capturedOn,
                    words(node.path("card")));
        } catch (RestClientException | IllegalArgumentException | ArithmeticException | DateTimeException wrong) {
            throw malformed(wrong.getMessage());
        }
    }

    private static String amount(JsonNode node, String field) {
        String text = Outside.text(node, field);
        if (text.matches("-?\\d{1,15}(\\.\\d{1,3})?")) return text;
        throw new IllegalArgumentException("“%s” is not an amount".formatted(CleanText.harmless(text, 40)));
    }

    private static Refusal malformed(String why) {
        return new Refusal("notice.malformed", "The sale cannot be read: %s.".formatted(CleanText.harmless(why, 200)));
    }

    private JsonNode get(ProcessorAccount processor, String path) {
        return outside.json(
                processor.address() + path, Outside.bearer(processor.access().key()));
    }
}
