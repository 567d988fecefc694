package exactum.core.matching;

import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MeansId;
import exactum.core.ids.WaitingId;
import exactum.core.money.Money;
import exactum.core.problem.Bug;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;

/**
 * What we believe a line is, and why. Changes nothing until a person or a rule applies it.
 *
 * @param line what is left of the line
 * @param parts what of it is explained, signed as the line
 * @param remainder what of it is not
 * @param working the reasons in words with what each counts, at least one
 */
public record Proposal(Money line, List<Part> parts, Money remainder, List<Reason> working) {

    /** One part, with the words that name it. */
    public sealed interface Part {
        Money amount();

        /** What it uses up of what is open or waits. */
        default Money used() {
            return amount();
        }

        String words();

        /**
         * Settles an open item, in full, in part or less a discount.
         *
         * @param settles what of the open item, in its own currency
         * @param letGo what is missing of it and small enough to be let go; zero for nothing
         */
        record ForClaim(
                ClaimId claim,
                CustomerId customer,
                String number,
                Money amount,
                Money settles,
                Money letGo,
                String words)
                implements Part {
            @Override
            public Money used() {
                return settles;
            }

            /** Whether it settles an open item of another currency. */
            public boolean isAcross() {
                return !settles.currency().equals(amount.currency());
            }
        }

        /** Is money that waited for the bank. */
        record IsWaiting(WaitingId item, Money amount, String words) implements Part {}

        /** Is a customer's, and settles nothing yet. */
        record OnAccount(CustomerId customer, Money amount, String words) implements Part {}

        /** Is a payment that came back. */
        record ComesBack(MeansId means, Money amount, String words) implements Part {}

        /** Is credit on account that was given back. */
        record GivesBack(MeansId means, Money amount, String words) implements Part {}

        /** Goes to, or comes from, another account of ours. */
        record OwnTransfer(Money amount, String words) implements Part {}

        /** Is what a standing rule says. */
        record ByRule(UUID rule, Money amount, String words) implements Part {}

        /** Is a charge of the bank's. */
        record BankCharge(Money amount, String words) implements Part {}
    }

    /** Certain from here on. */
    static final int CERTAIN_FROM = 95;

    private static final int LIKELY_FROM = 60;
    private static final int MOST = 100;

    public Proposal {
        parts = List.copyOf(parts);
        working = List.copyOf(working);
        Money made = Money.sum(line.currency(), parts.stream().map(Part::amount).toList())
                .plus(remainder);
        if (!made.equals(line)) {
            throw new Bug("parts and remainder make %s, not the line’s %s".formatted(made.plain(), line.plain()));
        }
        if (parts.isEmpty()) throw new Bug("a proposal must propose something");
        if (working.isEmpty()) throw new Bug("a proposal must say why");
    }

    /** What the reasons count together, 0 to 100. */
    public int score() {
        return Math.clamp(points(), 0, MOST);
    }

    int points() {
        return working.stream().mapToInt(Reason::points).sum();
    }

    /** Why, in words. */
    public List<String> reasons() {
        return working.stream().map(Reason::words).toList();
    }

    /** How good it is; certain only if nothing is left over. */
    public Grade grade() {
        if (score() >= CERTAIN_FROM && remainder.isZero()) return Grade.CERTAIN;
        return score() >= LIKELY_FROM ? Grade.LIKELY : Grade.LOOK;
    }

    /** What it is, in one line; parts that read the same are counted. */
    public String words() {
        Map<String, Long> counted =
                parts.stream().collect(Collectors.groupingBy(Part::words, LinkedHashMap::new, Collectors.counting()));
        return counted.entrySet().stream()
                .map(e -> e.getValue() == 1 ? e.getKey() : "%d parts of %s".formatted(e.getValue(), e.getKey()))
                .collect(Collectors.joining(" and "));
    }

    /** With a doubt, which leaves at most so many points. */
    Proposal doubted(String words, int most) {
        if (points() <= most) return this;
        var doubted = new ArrayList<>(working);
        doubted.add(new Reason(words, most - points()));
        return new Proposal(line, parts, remainder, doubted);
    }
}
