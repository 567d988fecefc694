package exactum.standins.processor;

import exactum.formats.csv.PayoutCsv;
import exactum.standins.StandinSettings;
import java.io.StringWriter;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
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

/** The processor's API for the merchant: bearer key, and an Idempotency-Key on whatever opens a charge. */
@RestController
@RequestMapping("/processor/api")
class ProcessorApi {
    private final Checkouts checkouts;
    private final Payouts payouts;
    private final Desk desk;
    private final StandinSettings settings;

    ProcessorApi(Checkouts checkouts, Payouts payouts, Desk desk, StandinSettings settings) {
        this.checkouts = checkouts;
        this.payouts = payouts;
        this.desk = desk;
        this.settings = settings;
    }

    @GetMapping("/account")
    Map<String, String> who(@RequestHeader(name = "Authorization", required = false) String authorization) {
        Desk.Account account = account(authorization);
        return Map.of("name", "Test account", "currency", account.currency(), "notices_to", account.noticesTo());
    }

    /** Where notices go. */
    @PostMapping("/notices-to")
    void noticesTo(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestBody Map<String, String> body) {
        String currency = account(authorization).currency();
        desk.change(currency, a -> a.noticesTo(body.get("address")));
    }

    @PostMapping("/checkouts")
    ResponseEntity<Map<String, Object>> open(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @RequestBody Map<String, String> body) {
        Desk.Account account = account(authorization);
        if (!account.currency().equals(body.get("currency")))
            throw new ResponseStatusException(HttpStatus.UNPROCESSABLE_CONTENT, "This account takes another currency.");
        if (key == null || key.isBlank())
            throw new ResponseStatusException(HttpStatus.BAD_REQUEST, "An Idempotency-Key is required.");
        Checkout checkout = checkouts
                .open(
                        key.replace("\"", ""),
                        body.get("amount"),
                        body.get("currency"),
                        body.get("reference"),
                        body.get("customer"),
                        body.get("return_to"))
                .orElseThrow(() -> new ResponseStatusException(
                        HttpStatus.UNPROCESSABLE_CONTENT, "This key was used with another amount or reference."));
        return ResponseEntity.status(HttpStatus.CREATED).body(json(checkout));
    }

    @GetMapping("/checkouts/{id}")
    Map<String, Object> checkout(
            @RequestHeader(name = "Authorization", required = false) String authorization, @PathVariable String id) {
        account(authorization);
        return json(checkouts.find(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND)));
    }

    /** Takes a page back, so that nothing can be paid on it; says what it is by then. */
    @PostMapping("/checkouts/{id}/cancel")
    Map<String, Object> cancel(
            @RequestHeader(name = "Authorization", required = false) String authorization, @PathVariable String id) {
        account(authorization);
        if (checkouts.find(id).isEmpty()) throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        return json(checkouts.cancel(id));
    }

    @GetMapping("/payouts")
    Map<String, Object> payouts(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestParam(required = false) String after) {
        return Map.of(
                "payouts",
                payouts.after(account(authorization).currency(), after).stream()
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

    @GetMapping(value = "/payouts/{id}.csv", produces = "text/csv")
    String csv(@RequestHeader(name = "Authorization", required = false) String authorization, @PathVariable String id) {
        account(authorization);
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

    private Map<String, Object> json(Checkout c) {
        var json = new HashMap<String, Object>();
        json.put("id", c.id());
        json.put("state", c.state());
        json.put("url", settings.address() + "/processor/checkouts/" + c.id());
        json.put("amount", c.amount());
        json.put("currency", c.currency());
        json.put("last_decline", c.lastDecline());
        if (c.saleId() != null)
            json.put("sale", Checkouts.json(checkouts.findSale(c.saleId()).orElseThrow()));
        return json;
    }

    private Desk.Account account(String authorization) {
        return Optional.ofNullable(authorization)
                .filter(a -> a.startsWith("Bearer "))
                .flatMap(a -> desk.withKey(a.substring("Bearer ".length())))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.UNAUTHORIZED));
    }
}
