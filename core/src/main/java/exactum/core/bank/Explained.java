package exactum.core.bank;

import exactum.core.money.Money;
import exactum.core.money.Rounding;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import java.util.ArrayList;
import java.util.List;

/**
 * A line of a bank or a payout, as an addition that must come out: the parts that say what it is, and what is left of it.
 *
 * @param amount the line's, signed
 * @param left what no part explains, between nothing and the amount
 */
public record Explained(Valued amount, Valued left) {

    /** A line that nothing explains yet. */
    public static Explained nothingOf(Valued amount) {
        return new Explained(amount, amount);
    }

    /**
     * What each part is worth; together they are worth what of the line they explain. Parts of either sign may stand
     * together, as a sale and the fee that was taken off it do; the rest may not change its sign.
     *
     * @throws Refusal if they explain nothing, or more than is left
     */
    public List<Valued> worths(List<Money> parts) {
        Money sum = Money.sum(amount.amount().currency(), parts);
        boolean within = !sum.isZero()
                && sum.isNegative() == left.amount().isNegative()
                && sum.abs().compareTo(left.amount().abs()) <= 0;
        if (!within) {
            throw new Refusal(
                    "match.over",
                    "The parts make %s, but %s of the line is left. Nothing was matched."
                            .formatted(sum.text(), left.amount().text()));
        }
        Valued rest = left.part(sum);
        var worths = new ArrayList<Valued>();
        for (Money part : parts.subList(0, parts.size() - 1)) {
            worths.add(byRate(part));
            rest = rest.minus(byRate(part));
        }
        worths.add(rest);
        return List.copyOf(worths);
    }

    /** What is left once the parts explain it too. */
    public Explained by(List<Valued> worths) {
        return new Explained(
                amount, left.minus(worths.stream().reduce(Valued::plus).orElse(left.none())));
    }

    /** With a part that was undone left again. */
    public Explained without(Valued part) {
        return new Explained(amount, left.plus(part));
    }

    /** Whether nothing is left to explain. */
    public boolean isWhole() {
        return left.amount().isZero();
    }

    private Valued byRate(Money part) {
        if (amount.amount().currency().equals(amount.own().currency())) return Valued.own(part);
        return new Valued(part, amount.own().share(part, amount.amount(), Rounding.HALF_UP_PER_EXCHANGE));
    }
}
