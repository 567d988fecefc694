package exactum.standins.processor;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.server.ResponseStatusException;

/** The part of the processor's API that tells of contested sales and takes what the merchant says to them. */
@RestController
@RequestMapping("/processor/api/chargebacks")
class ChargebacksApi {
    private final Chargebacks chargebacks;
    private final Merchants merchants;

    ChargebacksApi(Chargebacks chargebacks, Merchants merchants) {
        this.chargebacks = chargebacks;
        this.merchants = merchants;
    }

    @GetMapping
    Map<String, Object> list(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestParam(required = false) String after) {
        List<Map<String, Object>> all = chargebacks
                .after(merchants.of(authorization).currency(), after)
                .stream()
                .map(Chargebacks::json)
                .toList();
        return Map.of("chargebacks", all);
    }

    @GetMapping("/{id}")
    Map<String, Object> one(
            @RequestHeader(name = "Authorization", required = false) String authorization, @PathVariable String id) {
        return json(chargebacks.find(merchants.of(authorization).currency(), id), "There is no such chargeback.");
    }

    /** Takes evidence, one PDF. */
    @PostMapping(path = "/{id}/evidence", consumes = MediaType.APPLICATION_PDF_VALUE)
    Map<String, Object> evidence(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @PathVariable String id,
            @RequestBody byte[] pdf) {
        String account = merchants.of(authorization).currency();
        Merchants.key(key);
        return json(chargebacks.answer(account, id, pdf), "It is decided, or there is no such chargeback.");
    }

    /** The merchant gives in. */
    @PostMapping("/{id}/accept")
    Map<String, Object> accept(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @PathVariable String id) {
        String account = merchants.of(authorization).currency();
        Merchants.key(key);
        return json(chargebacks.accept(account, id), "There is no such chargeback.");
    }

    private static Map<String, Object> json(Optional<Chargebacks.Chargeback> chargeback, String otherwise) {
        return Chargebacks.json(
                chargeback.orElseThrow(() -> new ResponseStatusException(HttpStatus.UNPROCESSABLE_CONTENT, otherwise)));
    }
}
