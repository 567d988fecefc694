package exactum.core.matching;

import exactum.core.money.Money;
import exactum.core.problem.Bug;
import java.util.List;
import java.util.UUID;

/**
 * What we believe a bank line is, and why. Changes nothing until a person or a rule applies it.
 *
 * @param kind what it is
 * @param target the payout or invoice, or null for a bank charge
 * @param words what it is, named
 * @param amount what of the line it explains, signed as the line
 * @param remainder what of the line it leaves
 * @param reasons in words, at least one
 * @param score 0 to 100; 100 is sure
 */
public record Proposal(
        Kind kind, UUID target, String words, Money amount, Money remainder, List<String> reasons, int score) {

    /** What a bank line can be. */
    public enum Kind {
        PAYOUT("payout"),
        TRANSFER("transfer"),
        BANK_CHARGE("bank charge");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    public Proposal {
        reasons = List.copyOf(reasons);
        if (reasons.isEmpty()) throw new Bug("a proposal must say why");
    }

    /** Whether it may be applied without a second look. */
    public boolean isSure() {
        return score == 100 && remainder.isZero();
    }
}
