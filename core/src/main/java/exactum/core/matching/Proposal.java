package exactum.core.matching;

import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.WaitingId;
import exactum.core.money.Money;
import exactum.core.problem.Bug;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * What we believe a line is, and why. Changes nothing until a person or a rule applies it.
 *
 * @param line what is left of the line
 * @param parts what of it is explained, signed as the line
 * @param remainder what of it is not
 * @param reasons in words, at least one
 * @param score 0 to 100
 */
public record Proposal(Money line, List<Part> parts, Money remainder, List<String> reasons, int score) {

    /** One part, with the words that name it. */
    public sealed interface Part {
        Money amount();

        String words();

        /** Settles an open item, in full, in part or less a discount. */
        record ForClaim(ClaimId claim, CustomerId customer, String number, Money amount, String words)
                implements Part {}

        /** Is money that waited for the bank. */
        record IsWaiting(WaitingId item, Money amount, String words) implements Part {}

        /** Is a customer's, and settles nothing yet. */
        record OnAccount(CustomerId customer, Money amount, String words) implements Part {}

        /** Is a charge of the bank's. */
        record BankCharge(Money amount, String words) implements Part {}
    }

    /** Certain from here on. */
    private static final int CERTAIN_FROM = 95;

    private static final int LIKELY_FROM = 60;

    public Proposal {
        parts = List.copyOf(parts);
        reasons = List.copyOf(reasons);
        Money made = Money.sum(line.currency(), parts.stream().map(Part::amount).toList())
                .plus(remainder);
        if (!made.equals(line)) {
            throw new Bug("parts and remainder make %s, not the line’s %s".formatted(made.plain(), line.plain()));
        }
        if (parts.isEmpty()) throw new Bug("a proposal must propose something");
        if (reasons.isEmpty()) throw new Bug("a proposal must say why");
        if (score < 0 || score > 100) throw new Bug("a score is 0 to 100, not " + score);
    }

    /** How good it is; certain only if nothing is left over. */
    public Grade grade() {
        if (score >= CERTAIN_FROM && remainder.isZero()) return Grade.CERTAIN;
        return score >= LIKELY_FROM ? Grade.LIKELY : Grade.LOOK;
    }

    /** What it is, in one line; parts that read the same are counted. */
    public String words() {
        Map<String, Long> counted =
                parts.stream().collect(Collectors.groupingBy(Part::words, LinkedHashMap::new, Collectors.counting()));
        return counted.entrySet().stream()
                .map(e -> e.getValue() == 1 ? e.getKey() : "%d parts of %s".formatted(e.getValue(), e.getKey()))
                .collect(Collectors.joining(" and "));
    }
}
