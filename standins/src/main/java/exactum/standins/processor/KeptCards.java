package exactum.standins.processor;

import exactum.standins.clock.StandinClock;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Cards that are kept for merchants, each under a token that means nothing elsewhere. */
@Component
public class KeptCards {
    private final Shelf<KeptCard> shelf;
    private final Notices notices;
    private final StandinClock clock;

    KeptCards(Shelves shelves, Notices notices, StandinClock clock) {
        shelf = shelves.of("processor/cards", KeptCard.class);
        this.notices = notices;
        this.clock = clock;
    }

    /** Keeps a card of a merchant's customer. */
    KeptCard keep(String account, String customer, TestCard card, String expires) {
        var kept = new KeptCard(
                "card_" + UUID.randomUUID().toString().replace("-", ""),
                account,
                customer,
                card.name(),
                expires,
                0,
                false);
        shelf.put(kept.id(), kept);
        return kept;
    }

    /** The card behind a token of the merchant's, as long as it is kept. */
    Optional<KeptCard> find(String account, String token) {
        return shelf.find(token).filter(c -> c.account().equals(account) && !c.forgotten());
    }

    void put(KeptCard card) {
        shelf.put(card.id(), card);
    }

    public List<KeptCard> all() {
        return List.copyOf(shelf.all());
    }

    /** Whether it is good on the stand-in's day. */
    boolean isGood(KeptCard card) {
        return !YearMonth.from(clock.today()).isAfter(YearMonth.parse(card.expires()));
    }

    /** The issuer replaced the card: the token stands for the new one, and the merchant is told. */
    void renew(String token, String month) {
        shelf.find(token).ifPresent(card -> {
            put(card.expiring(YearMonth.parse(month).toString()));
            notices.send(
                    card.account(),
                    "card.updated",
                    Map.of("card", json(shelf.find(token).orElseThrow())));
        });
    }

    /** A card as the API and the notices state it. */
    static Map<String, Object> json(KeptCard card) {
        return Map.of(
                "token",
                card.id(),
                "brand",
                card.test().brand(),
                "last_four",
                card.test().lastFour(),
                "expires",
                card.expires(),
                "network",
                "net_" + card.id().substring(5, 17));
    }
}
