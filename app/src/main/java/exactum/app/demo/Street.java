package exactum.app.demo;

import exactum.app.installation.Settings;
import exactum.core.money.Money;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.util.LinkedMultiValueMap;
import org.springframework.web.client.RestClient;

/** What made-up people do at the stand-ins: send money, enter cards. */
@Component
class Street {
    static final String GOOD = "4111111111111111";
    static final String GOOD_TOO = "5555555555554444";
    static final String SHORT_OF_MONEY = "4012888888881881";
    private final Settings settings;
    private final RestClient http = RestClient.create();

    Street(Settings settings) {
        this.settings = settings;
    }

    /** Somebody sends money to the bank and writes what they like. */
    void transfer(String currency, String from, String amount, String text) {
        post(
                settings.standinsAddress() + "/bank/transfer",
                Map.of("account", currency, "from", from, "amount", amount, "text", text.toUpperCase(Locale.ROOT)));
    }

    /** As {@link #transfer}, sent in another currency and exchanged by the bank. */
    void exchanged(String currency, String from, String amount, Money sent, String text) {
        post(
                settings.standinsAddress() + "/bank/transfer",
                Map.of(
                        "account",
                        currency,
                        "from",
                        from,
                        "amount",
                        amount,
                        "sent",
                        sent.currency() + " " + sent.plain(),
                        "text",
                        text.toUpperCase(Locale.ROOT)));
    }

    /** As {@link #transfer}, with a structured reference and no text. */
    void transferByReference(String currency, String from, String amount, String reference) {
        post(
                settings.standinsAddress() + "/bank/transfer",
                Map.of("account", currency, "from", from, "amount", amount, "structured", reference));
    }

    /** The business pays somebody. */
    void pay(String currency, String to, String amount, String text) {
        post(
                settings.standinsAddress() + "/bank/payment",
                Map.of("account", currency, "to", to, "amount", amount, "text", text.toUpperCase(Locale.ROOT)));
    }

    void enterCard(String page, String card) {
        enterCard(page, card, "12/29");
    }

    /** A card with the month through which it is good. */
    void enterCard(String page, String card, String expiry) {
        post(page, Map.of("number", card, "expiry", expiry));
    }

    /** The next payout of the currency carries a fee of its own. */
    void oddFee(String currency, String amount, String name) {
        post(
                settings.standinsAddress() + "/processor/odd-fee",
                Map.of("currency", currency, "fee", amount, "name", name));
    }

    /** Debits of an account are rejected or returned from now on, so many times. */
    void fate(String iban, String kind, String reason, int after, int times) {
        post(
                settings.standinsAddress() + "/bank/fate",
                Map.of(
                        "iban",
                        iban,
                        "kind",
                        kind,
                        "reason",
                        reason,
                        "after",
                        Integer.toString(after),
                        "times",
                        Integer.toString(times)));
    }

    /** The holder of a card contests a sale. */
    void contest(String sale) {
        post(
                settings.standinsAddress() + "/processor/sales/" + sale + "/contest",
                Map.of("reason", "services not received"));
    }

    /** The card's bank decides against us. */
    void lost(String chargeback) {
        post(settings.standinsAddress() + "/processor/chargebacks/" + chargeback + "/decide", Map.of("won", "false"));
    }

    /** Somebody gives money back at the processor's desk, past our books. */
    void giveBackAtDesk(String sale, String amount) {
        post(settings.standinsAddress() + "/processor/sales/" + sale + "/give-back", Map.of("amount", amount));
    }

    /** The bank of a card refuses the next refund. */
    void refusesNextRefund(String currency) {
        post(settings.standinsAddress() + "/processor/manner", Map.of("currency", currency, "refusedRefunds", "1"));
    }

    /** The bank takes a cheque back, with a fee on the same line. */
    void returnCheque(String currency, String amount, String fee, String text) {
        post(
                settings.standinsAddress() + "/bank/return-cheque",
                Map.of("account", currency, "amount", amount, "fee", fee, "text", text));
    }

    /** A mail address is not there any more: what comes for it is reported to its sender. */
    void isGone(String address) {
        post(settings.standinsAddress() + "/mailbox/gone", Map.of("address", address));
    }

    private void post(String address, Map<String, String> fields) {
        var form = new LinkedMultiValueMap<String, String>();
        fields.forEach(form::add);
        http.post().uri(address).body(form).retrieve().toBodilessEntity();
    }
}
