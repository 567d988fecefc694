package exactum.standins.processor;

import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.server.ResponseStatusException;

/** Charging kept cards, and what becomes of a charge: taken in parts, let go; cards looked at and forgotten. */
@RestController
@RequestMapping("/processor/api")
class ChargesApi {
    private final Merchants merchants;
    private final Charges charges;
    private final KeptCards cards;

    ChargesApi(Merchants merchants, Charges charges, KeptCards cards) {
        this.merchants = merchants;
        this.charges = charges;
        this.cards = cards;
    }

    @PostMapping("/charges")
    Map<String, Object> charge(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @RequestBody Map<String, Object> body) {
        Desk.Account account = merchants.of(authorization);
        if (!account.currency().equals(body.get("currency")))
            throw new ResponseStatusException(HttpStatus.UNPROCESSABLE_CONTENT, "This account takes another currency.");
        OrderLines.check(body.get("lines"), account.currency(), body.get("amount"));
        return charges.json(charges.charge(
                account.currency(),
                new Charges.Wanted(
                        Merchants.key(key),
                        (String) body.get("token"),
                        (String) body.get("amount"),
                        (String) body.get("reference"),
                        (String) body.get("customer"),
                        Boolean.TRUE.equals(body.get("payer_present")),
                        !Boolean.FALSE.equals(body.get("capture")))));
    }

    /** What came of the charge under a key. */
    @GetMapping("/charges")
    Map<String, Object> under(
            @RequestHeader(name = "Authorization", required = false) String authorization, @RequestParam String key) {
        return found(charges.under(merchants.of(authorization).currency(), key));
    }

    @GetMapping("/charges/{id}")
    Map<String, Object> one(
            @RequestHeader(name = "Authorization", required = false) String authorization, @PathVariable String id) {
        return found(charges.find(merchants.of(authorization).currency(), id));
    }

    private Map<String, Object> found(Optional<Charge> charge) {
        return charges.json(charge.orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND)));
    }

    @PostMapping("/charges/{id}/captures")
    Map<String, Object> capture(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @PathVariable String id,
            @RequestBody Map<String, Object> body) {
        return charges.json(charges.capture(
                merchants.of(authorization).currency(),
                id,
                Merchants.key(key),
                (String) body.get("amount"),
                Boolean.TRUE.equals(body.get("last"))));
    }

    @PostMapping("/charges/{id}/release")
    Map<String, Object> release(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @PathVariable String id) {
        return charges.json(charges.release(merchants.of(authorization).currency(), id, Merchants.key(key)));
    }

    @GetMapping("/cards/{token}")
    Map<String, Object> card(
            @RequestHeader(name = "Authorization", required = false) String authorization, @PathVariable String token) {
        return KeptCards.json(kept(authorization, token));
    }

    @PostMapping("/cards/{token}/forget")
    Map<String, Object> forget(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestHeader(name = "Idempotency-Key", required = false) String key,
            @PathVariable String token) {
        String account = merchants.of(authorization).currency();
        Merchants.key(key);
        cards.find(account, token).ifPresent(card -> cards.put(card.forget()));
        return Map.of("token", token, "forgotten", true);
    }

    private KeptCard kept(String authorization, String token) {
        return cards.find(merchants.of(authorization).currency(), token)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    @ExceptionHandler
    @ResponseStatus(HttpStatus.UNPROCESSABLE_CONTENT)
    Map<String, String> impossible(Charges.Impossible impossible) {
        return Map.of("problem", impossible.getMessage());
    }
}
