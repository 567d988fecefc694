package exactum.standins.processor;

import exactum.core.money.Money;
import exactum.standins.clock.StandinClock;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Charges of cards. A key that comes again gives the same charge, approved or not; no more is taken than was promised. */
@Component
public class Charges {
    private final Shelf<Charge> charges;
    private final Shelf<Done> done;
    private final KeptCards cards;
    private final Sales sales;
    private final StandinClock clock;

    Charges(Shelves shelves, KeptCards cards, Sales sales, StandinClock clock) {
        charges = shelves.of("processor/charges", Charge.class);
        done = shelves.of("processor/steps", Done.class);
        this.cards = cards;
        this.sales = sales;
        this.clock = clock;
    }

    /** A step on a charge that was done under a key of its own. */
    public record Done(String charge, String what) {}

    /** What cannot be done, and why. */
    static final class Impossible extends RuntimeException {
        Impossible(String why) {
            super(why);
        }
    }

    /** What a merchant wants charged to a kept card. */
    record Wanted(
            String key,
            String token,
            String amount,
            String reference,
            String customer,
            boolean payerPresent,
            boolean capture) {}

    synchronized Charge charge(String account, Wanted wanted) {
        Optional<Charge> before = under(account, wanted.key());
        if (before.isPresent()) return before.get();
        KeptCard card = cards.find(account, wanted.token())
                .orElseThrow(() -> new Impossible("There is no card behind this token."));
        boolean good = wanted.payerPresent() || card.test().isGoodLater(card.chargedLater());
        if (!wanted.payerPresent()) cards.put(card.chargedOnceMore());
        if (!cards.isGood(card)) return declined(account, wanted, card, "54", "the card has expired");
        if (!good)
            return declined(
                    account, wanted, card, card.test().code(), card.test().reason());
        return approved(account, wanted, null, card.test(), card.id(), wanted.capture());
    }

    /** A card that was entered on a page is charged. */
    synchronized Charge chargeOnPage(Checkout page, TestCard card, KeptCard kept, boolean capture) {
        var wanted = new Wanted(page.id(), null, page.amount(), page.reference(), page.customer(), true, capture);
        return under(page.currency(), page.id())
                .orElseGet(() ->
                        approved(page.currency(), wanted, page.id(), card, kept == null ? null : kept.id(), capture));
    }

    private Charge approved(String account, Wanted wanted, String page, TestCard card, String token, boolean capture) {
        Charge charge = fresh(account, wanted, page, token, card, null, null);
        charges.put(charge.id(), charge);
        if (capture) charge = take(charge, charge.rest(), true);
        return charge;
    }

    private Charge declined(String account, Wanted wanted, KeptCard card, String code, String words) {
        Charge charge = fresh(account, wanted, null, card.id(), card.test(), code, words);
        charges.put(charge.id(), charge);
        return charge;
    }

    private Charge fresh(
            String account, Wanted wanted, String page, String token, TestCard card, String code, String words) {
        String amount = Money.of(account, wanted.amount()).plain();
        return new Charge(
                id(account, wanted.key()),
                wanted.key(),
                account,
                page,
                token,
                wanted.reference(),
                wanted.customer(),
                amount,
                "0.00",
                "0.00",
                clock.today(),
                clock.today().plusDays(Charge.DAYS_VALID),
                card.name(),
                code,
                words,
                List.of());
    }

    Optional<Charge> under(String account, String key) {
        return find(account, id(account, key));
    }

    Optional<Charge> find(String account, String id) {
        return charges.find(id).filter(c -> c.account().equals(account));
    }

    synchronized Charge capture(String account, String id, String key, String amount, boolean last) {
        Charge charge = known(account, id);
        if (isDone(account, key, id)) return charge;
        Money part = Money.of(account, amount);
        requireOpen(charge);
        if (!part.isPositive() || part.compareTo(charge.rest()) > 0)
            throw new Impossible(
                    "No more than %s can be taken.".formatted(charge.rest().plain()));
        Charge taken = take(charge, part, last);
        note(account, key, id, "capture");
        return taken;
    }

    synchronized Charge release(String account, String id, String key) {
        Charge charge = known(account, id);
        if (!isDone(account, key, id) && charge.rest().isPositive()) {
            charges.put(id, charge.releasing());
            note(account, key, id, "release");
        }
        return known(account, id);
    }

    private void requireOpen(Charge charge) {
        if (charge.isDeclined()) throw new Impossible("It was refused.");
        if (clock.today().isAfter(charge.validUntil()) || !charge.rest().isPositive())
            throw new Impossible("Nothing of it can be taken any more.");
    }

    private Charge take(Charge charge, Money amount, boolean last) {
        Sale sale = sales.take(charge, amount);
        Charge taken = charge.capturing(sale.id(), amount, last);
        charges.put(taken.id(), taken);
        return taken;
    }

    private Charge known(String account, String id) {
        return find(account, id).orElseThrow(() -> new Impossible("There is no such charge."));
    }

    private boolean isDone(String account, String key, String charge) {
        return done.find(id(account, key))
                .filter(d -> d.charge().equals(charge))
                .isPresent();
    }

    private void note(String account, String key, String charge, String what) {
        done.put(id(account, key), new Done(charge, what));
    }

    private static String id(String account, String key) {
        try {
            byte[] digest =
                    MessageDigest.getInstance("SHA-256").digest((account + "/" + key).getBytes(StandardCharsets.UTF_8));
            return "ch_" + HexFormat.of().formatHex(digest, 0, 14);
        } catch (NoSuchAlgorithmException always) {
            throw new IllegalStateException(always);
        }
    }

    /** A charge as the API states it. */
    Map<String, Object> json(Charge c) {
        var json = new HashMap<String, Object>();
        json.put("id", c.id());
        json.put("state", c.isDeclined() ? "declined" : "approved");
        json.put("currency", c.account());
        json.put("authorised", c.authorised());
        json.put("captured", c.captured());
        json.put("released", c.released());
        json.put("valid_until", c.validUntil().toString());
        json.put(
                "sales",
                c.sales().stream()
                        .map(s -> Sales.json(sales.find(s).orElseThrow()))
                        .toList());
        if (c.isDeclined()) json.put("decline", Map.of("code", c.declineCode(), "words", c.declineWords()));
        return json;
    }
}
