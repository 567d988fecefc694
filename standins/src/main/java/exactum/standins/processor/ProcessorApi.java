package exactum.standins.processor;

import exactum.formats.csv.PayoutCsv;
import exactum.standins.StandinSettings;
import java.io.StringWriter;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.server.ResponseStatusException;

/** The processor's API for the merchant: bearer key, and an Idempotency-Key on whatever is done. */
@RestController
@RequestMapping("/processor/api")
class ProcessorApi {
    private final Checkouts checkouts;
    private final Payouts payouts;
    private final Merchants merchants;
    private final Refunds refunds;
    private final Desk desk;
    private final StandinSettings settings;

    ProcessorApi(
            Checkouts checkouts,
            Payouts payouts,
            Merchants merchants,
            Refunds refunds,
            Desk desk,
            StandinSettings settings) {
        this.merchants = merchants;
        this.refunds = refunds;
        this.checkouts = checkouts;
        this.payouts = payouts;
        this.desk = desk;
        this.settings = settings;
    }

    @GetMapping("/account")
    Map<String, Object> who(@RequestHeader(name = "Authorization", required = false) String authorization) {
        Desk.Account account = merchants.of(authorization);
        return Map.of(
                "name",
                "Test account",
                "currency",
                account.currency(),
                "notices_to",
                account.noticesTo(),
                "test",
                true,
                "can",
                List.of(
                        "keep",
                        "verify",
                        "authorise",
                        "several_captures",
                        "line_detail",
                        "by_phone",
                        "wallets",
                        "evidence",
                        "early_payout"));
    }

    /** Where notices go. */
    @PostMapping("/notices-to")
    void noticesTo(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestBody Map<String, String> body) {
        String currency = merchants.of(authorization).currency();
        desk.change(currency, a -> a.noticesTo(body.get("address")));
    }

    @PostMapping("/checkouts")
    ResponseEntity<Map<String, Object>> open(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @RequestBody Map<String, Object> body) {
        Desk.Account account = merchants.of(authorization);
        if (!account.currency().equals(body.get("currency")))
            throw new ResponseStatusException(HttpStatus.UNPROCESSABLE_CONTENT, "This account takes another currency.");
        OrderLines.check(body.get("lines"), account.currency(), body.get("amount"));
        Checkout checkout = checkouts
                .open(Merchants.key(key), body)
                .orElseThrow(() -> new ResponseStatusException(
                        HttpStatus.UNPROCESSABLE_CONTENT, "This key was used with another amount or reference."));
        return ResponseEntity.status(HttpStatus.CREATED).body(checkouts.json(checkout, settings.address()));
    }

    @GetMapping("/checkouts/{id}")
    Map<String, Object> checkout(
            @RequestHeader(name = "Authorization", required = false) String authorization, @PathVariable String id) {
        merchants.of(authorization);
        return checkouts.json(
                checkouts.find(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND)),
                settings.address());
    }

    /** Takes a page back, so that nothing can be paid on it; says what it is by then. */
    @PostMapping("/checkouts/{id}/cancel")
    Map<String, Object> cancel(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @PathVariable String id) {
        merchants.of(authorization);
        Merchants.key(key);
        if (checkouts.find(id).isEmpty()) throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        return checkouts.json(checkouts.cancel(id), settings.address());
    }

    /** Gives money back to the card of a sale. */
    @PostMapping("/sales/{id}/refunds")
    Map<String, Object> refund(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @PathVariable String id,
            @RequestBody Map<String, String> body) {
        String account = merchants.of(authorization).currency();
        try {
            return Refunds.json(refunds.refund(account, Merchants.key(key), id, body.get("amount")));
        } catch (Refunds.NotDone notDone) {
            throw new ResponseStatusException(HttpStatus.UNPROCESSABLE_CONTENT, notDone.getMessage());
        }
    }

    @GetMapping("/payouts")
    Map<String, Object> payouts(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestParam(required = false) String after) {
        return Map.of(
                "payouts",
                payouts.after(merchants.of(authorization).currency(), after).stream()
                        .map(p -> Map.of(
                                "id",
                                p.id(),
                                "arrives_on",
                                p.arrivesOn().toString(),
                                "net",
                                p.net(),
                                "currency",
                                p.currency()))
                        .toList());
    }

    /** What an early payout would send now, and its fee; not found where there is nothing to send. */
    @GetMapping("/early-payout")
    Map<String, Object> early(@RequestHeader(name = "Authorization", required = false) String authorization) {
        String currency = merchants.of(authorization).currency();
        Payouts.Offer offer = payouts.early(currency)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND, "There is nothing to send."));
        return Map.of(
                "amount", offer.amount().plain(),
                "fee", offer.fee().plain(),
                "currency", currency,
                "arrives_on", offer.arrivesOn().toString());
    }

    /** Sends it for the fee that was agreed. */
    @PostMapping("/early-payout")
    Map<String, Object> sendEarly(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @RequestBody Map<String, String> body) {
        String currency = merchants.of(authorization).currency();
        return Map.of(
                "id",
                payouts.sendEarly(currency, Merchants.key(key), body.get("fee"))
                        .map(PayoutDocument::id)
                        .orElseThrow(() -> new ResponseStatusException(
                                HttpStatus.UNPROCESSABLE_CONTENT,
                                "There is nothing to send, or its fee is another by now.")));
    }

    @GetMapping(value = "/payouts/{id}.csv", produces = "text/csv")
    String csv(@RequestHeader(name = "Authorization", required = false) String authorization, @PathVariable String id) {
        merchants.of(authorization);
        return csv(payouts, id);
    }

    static String csv(Payouts payouts, String id) {
        var out = new StringWriter();
        PayoutCsv.write(
                payouts.find(id)
                        .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND))
                        .report(),
                out);
        return out.toString();
    }
}
