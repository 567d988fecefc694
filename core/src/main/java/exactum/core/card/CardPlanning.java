package exactum.core.card;

import exactum.core.collection.Candidate;
import exactum.core.collection.LeftOut;
import exactum.core.ids.CardId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.settlement.EarlySettlement;
import exactum.core.text.Days;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/**
 * Decides of each open item whether a card on file is charged for it, and how much. Items are taken in due order, so that a
 * customer's credit on account goes to the oldest.
 */
public final class CardPlanning {
    private final Asked asked;
    private final Map<CustomerId, Money> credit;

    /**
     * @param credit each customer's credit on account in the currency
     */
    public CardPlanning(Asked asked, Map<CustomerId, Money> credit) {
        this.asked = asked;
        this.credit = new HashMap<>(credit);
    }

    /**
     * What a run is for.
     *
     * @param today the day on which it charges
     * @param until the last due day that it looks at
     * @param least items below it are not worth a charge; zero for none
     */
    public record Asked(LocalDate today, LocalDate until, Money least) {}

    /**
     * A card on file as a plan sees it.
     *
     * @param shown as it may be shown
     * @param trouble why it cannot be charged, or null
     */
    public record OnFile(CardId id, String shown, YearMonth expires, String trouble) {}

    /**
     * An open item.
     *
     * @param card the card that pays it, or null where there is none
     * @param tries how often it was tried before
     */
    public record Item(
            ClaimId claim,
            DocumentId document,
            String number,
            CustomerId customer,
            LocalDate due,
            Money left,
            EarlySettlement early,
            OnFile card,
            Candidate.Hindrances hindrances,
            int tries) {}

    /** What a plan says of an item. */
    public sealed interface Planned {
        Item item();

        /**
         * It is charged.
         *
         * @param amount what is charged
         * @param credit what credit on account settles of it first, zero for nothing
         * @param discount what is not asked for because it is paid early, zero for nothing
         */
        record In(Item item, Money amount, Money credit, Money discount) implements Planned {}

        /** It is left out; with the facts. */
        record Out(Item item, LeftOut reason, String words) implements Planned {}
    }

    /** Decides of the next, which is due no earlier than those before it. */
    public Planned next(Item item) {
        return hindered(item).or(() -> withoutCard(item)).orElseGet(() -> sized(item));
    }

    private Optional<Planned> hindered(Item i) {
        Candidate.Hindrances h = i.hindrances();
        if (h.inFlight()) return out(i, LeftOut.IN_FLIGHT, "being collected already");
        if (h.disputed()) return out(i, LeftOut.DISPUTED, "the customer objects to it");
        if (h.promisedUntil() != null && !h.promisedUntil().isBefore(asked.today()))
            return out(i, LeftOut.PROMISED, "promised by " + Days.day(h.promisedUntil()));
        if (h.unplaced() != null) return out(i, LeftOut.UNPLACED, h.unplaced());
        if (h.notBefore() != null && h.notBefore().isAfter(asked.today()))
            return out(i, LeftOut.WAITS, "tried again on " + Days.day(h.notBefore()));
        if (i.due().isAfter(asked.until())) return out(i, LeftOut.NOT_DUE, "due on " + Days.day(i.due()));
        return Optional.empty();
    }

    private Optional<Planned> withoutCard(Item i) {
        if (i.card() == null) return out(i, LeftOut.NO_CARD, "no card on file");
        if (i.card().trouble() != null)
            return out(
                    i,
                    LeftOut.NO_CARD,
                    "%s %s".formatted(i.card().shown(), i.card().trouble()));
        if (!CardExpiry.isGoodOn(i.card().expires(), asked.today()))
            return out(
                    i,
                    LeftOut.NO_CARD,
                    "%s expired after %s"
                            .formatted(
                                    i.card().shown(), CardExpiry.words(i.card().expires())));
        return Optional.empty();
    }

    private Planned sized(Item i) {
        Money nothing = Money.zero(i.left().currency());
        Money free = credit.getOrDefault(i.customer(), nothing);
        if (free.compareTo(i.left()) >= 0) {
            credit.put(i.customer(), free.minus(i.left()));
            return new Planned.Out(i, LeftOut.CREDIT, "%s on account covers it".formatted(free.withCurrency()));
        }
        boolean early = i.early() != null && !asked.today().isAfter(i.early().until()) && free.isZero();
        Money discount = early ? i.early().discount().min(i.left()) : nothing;
        Money amount = i.left().minus(free).minus(discount);
        if (amount.compareTo(asked.least()) < 0)
            return new Planned.Out(
                    i,
                    LeftOut.TOO_SMALL,
                    "%s is less than %s"
                            .formatted(amount.withCurrency(), asked.least().withCurrency()));
        credit.put(i.customer(), nothing);
        return new Planned.In(i, amount, free, discount);
    }

    private static Optional<Planned> out(Item item, LeftOut reason, String words) {
        return Optional.of(new Planned.Out(item, reason, words));
    }
}
