package exactum.core.collection;

import exactum.core.ids.CustomerId;
import exactum.core.ids.MandateId;
import exactum.core.mandate.Allows;
import exactum.core.mandate.MandateState;
import exactum.core.mandate.Usage;
import exactum.core.money.Money;
import exactum.core.scheme.Scheme;
import exactum.core.scheme.SchemeRules;
import exactum.core.settlement.EarlySettlement;
import exactum.core.text.Days;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/**
 * Decides of each open item whether it is collected, when, and how much of it. Items are taken in due order, so that a
 * customer's credit on account and what is left of a mandate's count go to the oldest.
 */
public final class Planning {
    private final Asked asked;
    private final Map<CustomerId, Money> credit;
    private final Map<MandateId, Usage> usage = new HashMap<>();

    /**
     * @param credit each customer's credit on account in the scheme's currency
     */
    public Planning(Asked asked, Map<CustomerId, Money> credit) {
        this.asked = asked;
        this.credit = new HashMap<>(credit);
    }

    /**
     * What a run is for.
     *
     * @param scheme the one that it collects by
     * @param bank how the bank takes it
     * @param now the business's local time
     * @param until the last day on which may be collected
     * @param least items below it are not worth a debit; zero for none
     */
    public record Asked(Scheme scheme, CollectionDay.Bank bank, LocalDateTime now, LocalDate until, Money least) {}

    /** Decides of the next, which is due no earlier than those before it. */
    public Planned next(Candidate c) {
        return hindered(c).or(() -> withoutMandate(c)).orElseGet(() -> dated(c));
    }

    private Optional<Planned> hindered(Candidate c) {
        Candidate.Hindrances h = c.hindrances();
        SchemeRules rules = asked.scheme().rules();
        if (!c.left().currency().equals(rules.currency()))
            return out(
                    c,
                    LeftOut.CURRENCY,
                    "in %s, and %s collects %s only"
                            .formatted(c.left().currency(), asked.scheme().words(), rules.currency()));
        if (h.inFlight()) return out(c, LeftOut.IN_FLIGHT, "being collected already");
        if (h.disputed()) return out(c, LeftOut.DISPUTED, "the customer objects to it");
        if (h.promisedUntil() != null && !h.promisedUntil().isBefore(asked.now().toLocalDate()))
            return out(c, LeftOut.PROMISED, "promised by " + Days.day(h.promisedUntil()));
        if (h.unplaced() != null) return out(c, LeftOut.UNPLACED, h.unplaced());
        if (h.notBefore() != null && h.notBefore().isAfter(asked.until()))
            return out(c, LeftOut.WAITS, "tried again on " + Days.day(h.notBefore()));
        return Optional.empty();
    }

    private Optional<Planned> withoutMandate(Candidate c) {
        if (c.mandate() == null) return out(c, LeftOut.NO_MANDATE, "no mandate");
        if (c.mandate().authority().scheme() != asked.scheme())
            return out(
                    c,
                    LeftOut.NO_MANDATE,
                    "its mandate is for " + c.mandate().authority().scheme().words());
        if (c.mandate().state() != MandateState.ACTIVE)
            return out(
                    c,
                    LeftOut.NO_MANDATE,
                    "mandate %s is %s"
                            .formatted(
                                    c.mandate().reference(), c.mandate().state().words()));
        return Optional.empty();
    }

    private Planned dated(Candidate c) {
        LocalDate due =
                c.hindrances().notBefore() != null && c.hindrances().notBefore().isAfter(c.due())
                        ? c.hindrances().notBefore()
                        : c.due();
        if (due.isAfter(asked.until())) return outOf(c, LeftOut.NOT_DUE, "due on " + Days.day(due));
        CollectionDay day = CollectionDay.earliest(asked.scheme().rules(), asked.bank(), due, c.told(), asked.now());
        if (day.on().isAfter(asked.until())) return tooEarly(c, day);
        Optional<String> objection =
                Allows.objection(c.mandate().state(), c.mandate().authority(), used(c), day.on());
        if (objection.isPresent())
            return outOf(
                    c, LeftOut.NO_MANDATE, "mandate %s %s".formatted(c.mandate().reference(), objection.get()));
        return sized(c, day);
    }

    private Planned tooEarly(Candidate c, CollectionDay day) {
        LocalDate byNotice = c.told().on().plusDays(c.told().days());
        return byNotice.isAfter(asked.until())
                ? outOf(
                        c,
                        LeftOut.NOTICE,
                        "%s %s, so not before %s"
                                .formatted(c.told().words(), Days.day(c.told().on()), Days.day(byNotice)))
                : outOf(
                        c,
                        LeftOut.NOT_DUE,
                        "the bank takes it for %s at the earliest".formatted(Days.weekday(day.on())));
    }

    private Planned sized(Candidate c, CollectionDay day) {
        Money free = credit.getOrDefault(c.customer(), Money.zero(c.left().currency()));
        if (free.compareTo(c.left()) >= 0) {
            credit.put(c.customer(), free.minus(c.left()));
            return outOf(c, LeftOut.CREDIT, "%s on account covers it".formatted(free.withCurrency()));
        }
        Money discount = discount(c.early(), c.left(), free, day.on());
        Money amount = c.left().minus(free).minus(discount);
        if (amount.compareTo(asked.least()) < 0)
            return outOf(
                    c,
                    LeftOut.TOO_SMALL,
                    "%s is less than %s"
                            .formatted(amount.withCurrency(), asked.least().withCurrency()));
        if (amount.compareTo(asked.scheme().rules().most()) > 0)
            return outOf(
                    c,
                    LeftOut.TOO_LARGE,
                    "one debit carries %s at most"
                            .formatted(asked.scheme().rules().most().withCurrency()));
        Optional<String> over = Allows.overCap(c.mandate().authority(), amount);
        if (over.isPresent())
            return outOf(
                    c, LeftOut.CAPPED, "mandate %s %s".formatted(c.mandate().reference(), over.get()));
        return counted(c, amount, free, discount, day);
    }

    private Planned counted(Candidate c, Money amount, Money free, Money discount, CollectionDay day) {
        Usage before = used(c);
        Integer left = Allows.left(c.mandate().authority(), before);
        boolean counts = c.tries() == 0;
        if (counts && left != null && left == 0)
            return outOf(
                    c,
                    LeftOut.USED_UP,
                    "mandate %s was for %s, all of them used"
                            .formatted(
                                    c.mandate().reference(),
                                    Days.count(c.mandate().authority().most(), "collection")));
        if (counts) usage.put(c.mandate().id(), before.more(day.on()));
        credit.put(c.customer(), Money.zero(c.left().currency()));
        return new Planned.In(c, amount, free, discount, left != null && left == (counts ? 1 : 0), day);
    }

    /** What is not asked for because it is taken inside the window; none where credit settles a part of it already. */
    private static Money discount(EarlySettlement early, Money left, Money free, LocalDate on) {
        boolean earned = early != null && !on.isAfter(early.until()) && free.isZero();
        return earned ? early.discount().min(left) : Money.zero(left.currency());
    }

    private Usage used(Candidate c) {
        return usage.getOrDefault(c.mandate().id(), c.mandate().usage());
    }

    private static Optional<Planned> out(Candidate c, LeftOut reason, String words) {
        return Optional.of(outOf(c, reason, words));
    }

    private static Planned outOf(Candidate c, LeftOut reason, String words) {
        return new Planned.Out(c, reason, words);
    }
}
