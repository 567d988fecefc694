package exactum.app.cards;

import exactum.app.outside.Outside;
import exactum.core.card.CardNumber;
import exactum.core.card.Decline;
import exactum.core.card.ProcessorPort;
import exactum.core.card.ProcessorPort.Answer;
import exactum.core.card.ProcessorPort.Charge;
import exactum.core.card.ProcessorPort.KeptCard;
import exactum.core.card.ProcessorPort.PageState;
import exactum.core.card.ProcessorPort.Sale;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.core.text.TextKind;
import exactum.core.typed.TypedDate;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Locale;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import org.springframework.web.client.RestClientException;
import tools.jackson.databind.JsonNode;

/** The processor's JSON, in its answers and in its notices, as what it says; nothing of it is believed unread. */
final class ProcessorJson {
    private static final Pattern REFERENCE = Pattern.compile("[A-Za-z0-9_.-]{1,64}");
    private static final Pattern AMOUNT = Pattern.compile("-?\\d{1,15}(\\.\\d{1,3})?");

    private ProcessorJson() {}

    /**
     * A sale.
     *
     * @throws Refusal if it is none: a field missing, an amount that is not positive, a fee that is negative or above it
     */
    static Sale sale(JsonNode node) {
        return read("sale", () -> {
            String currency = Outside.text(node, "currency");
            Money amount = amount(node, "amount", currency);
            Money fee = amount(node, "fee", currency);
            LocalDate capturedOn = LocalDate.parse(Outside.text(node, "captured_on"));
            if (!amount.isPositive() || fee.isNegative() || fee.compareTo(amount) > 0 || amount.minor() > Money.MOST)
                throw malformed("sale", "its amount or fee is out of range");
            if (!TypedDate.isSane(capturedOn)) throw malformed("sale", "its date is out of range");
            return new Sale(
                    reference(node, "id"),
                    referenceOrNone(node, "checkout"),
                    referenceOrNone(node, "key"),
                    amount,
                    fee,
                    capturedOn,
                    words(node.path("card")));
        });
    }

    /**
     * Money that was given back.
     *
     * @throws Refusal if it is none, or more of a fee is given back than money
     */
    static ProcessorPort.Refunded refunded(JsonNode node) {
        return read("refund", () -> {
            String currency = Outside.text(node, "currency");
            Money amount = amount(node, "amount", currency);
            Money fee = node.has("fee") ? amount(node, "fee", currency) : amount.withMinor(0);
            if (!amount.isPositive() || fee.isNegative() || fee.compareTo(amount) > 0)
                throw malformed("refund", "its amount or fee is out of range");
            return new ProcessorPort.Refunded(
                    reference(node, "id"),
                    reference(node, "sale"),
                    amount,
                    fee,
                    LocalDate.parse(Outside.text(node, "refunded_on")));
        });
    }

    /**
     * A contested sale.
     *
     * @throws Refusal if it is none: a field missing, an amount that is not positive, a fee below zero
     */
    static ProcessorPort.Chargeback chargeback(JsonNode node) {
        return read("chargeback", () -> {
            String currency = Outside.text(node, "currency");
            Money amount = amount(node, "amount", currency);
            Money fee = amount(node, "fee", currency);
            LocalDate on = LocalDate.parse(Outside.text(node, "opened_on"));
            LocalDate answerBy = LocalDate.parse(Outside.text(node, "answer_by"));
            if (!amount.isPositive() || fee.isNegative() || amount.minor() > Money.MOST || fee.minor() > Money.MOST)
                throw malformed("chargeback", "its amount or fee is out of range");
            if (!TypedDate.isSane(on) || !TypedDate.isSane(answerBy))
                throw malformed("chargeback", "its date is out of range");
            return new ProcessorPort.Chargeback(
                    reference(node, "id"),
                    reference(node, "sale"),
                    amount,
                    fee,
                    words(node.path("reason")),
                    on,
                    answerBy,
                    ProcessorPort.Contest.valueOf(Outside.text(node, "state").toUpperCase(Locale.ROOT)));
        });
    }

    /**
     * A card that is kept.
     *
     * @throws Refusal if it is none
     */
    static KeptCard card(JsonNode node) {
        return read("card", () -> {
            String lastFour = Outside.text(node, "last_four");
            if (!lastFour.matches("\\d{4}")) throw malformed("card", "its last digits are not four");
            return new KeptCard(
                    reference(node, "token"),
                    words(node.path("brand")),
                    lastFour,
                    YearMonth.parse(Outside.text(node, "expires")),
                    referenceOrNone(node, "network"));
        });
    }

    static Charge charge(JsonNode node) {
        return read("charge", () -> {
            String currency = Outside.text(node, "currency");
            var sales = new ArrayList<Sale>();
            for (JsonNode sale : Outside.list(node, "sales")) sales.add(sale(sale));
            return new Charge(
                    reference(node, "id"),
                    amount(node, "authorised", currency),
                    amount(node, "captured", currency),
                    amount(node, "released", currency),
                    LocalDate.parse(Outside.text(node, "valid_until")),
                    sales);
        });
    }

    static Answer answer(JsonNode node) {
        return Outside.text(node, "state").equals("declined")
                ? new Answer.Declined(decline(node.path("decline")))
                : new Answer.Approved(charge(node));
    }

    static PageState page(JsonNode node) {
        return new PageState(
                Outside.text(node, "state").equals("open"),
                node.hasNonNull("sale") ? sale(node.get("sale")) : null,
                node.hasNonNull("charge") ? charge(node.get("charge")) : null,
                node.hasNonNull("card") ? card(node.get("card")) : null,
                node.hasNonNull("last_decline")
                        ? new Decline(words(node.path("last_decline_code")), words(node.get("last_decline")))
                        : null);
    }

    private static Decline decline(JsonNode node) {
        return new Decline(words(node.path("code")), words(node.path("words")));
    }

    /** What a processor says of itself, cut to a line; the number of a card in it is masked. */
    static String words(JsonNode text) {
        return CardNumber.masked(CleanText.harmless(text.asString(""), TextKind.NAME.most()));
    }

    static String reference(JsonNode node, String field) {
        String text = Outside.text(node, field);
        if (REFERENCE.matcher(text).matches()) return text;
        throw new RestClientException("“%s” is not a reference".formatted(CleanText.harmless(text, 80)));
    }

    static String referenceOrNone(JsonNode node, String field) {
        return node.hasNonNull(field) ? reference(node, field) : null;
    }

    static Money amount(JsonNode node, String field, String currency) {
        String text = Outside.text(node, field);
        if (AMOUNT.matcher(text).matches()) return Money.of(currency, text);
        throw new IllegalArgumentException("“%s” is not an amount".formatted(CleanText.harmless(text, 40)));
    }

    private static <T> T read(String what, Supplier<T> reading) {
        try {
            return reading.get();
        } catch (RestClientException | IllegalArgumentException | ArithmeticException | DateTimeException wrong) {
            throw malformed(what, wrong.getMessage());
        }
    }

    private static Refusal malformed(String what, String why) {
        return new Refusal(
                "notice.malformed",
                "The %s cannot be read: %s.".formatted(what, CleanText.harmless(String.valueOf(why), 200)));
    }
}
