package exactum.core.terms;

import exactum.core.money.Money;
import exactum.core.money.Split;
import exactum.core.problem.Refusal;
import java.util.ArrayList;
import java.util.List;

/** Makes amounts that were typed add up to a total, changing as little as can be. */
public final class Mending {
    private Mending() {}

    /**
     * The amounts mended: where all but the first are the same, the first stays and the others share what it leaves; else the
     * last takes the difference; where nothing would be left of it, all of them are cut in proportion. 160.00 and seven times
     * 185.00 of 1,375.00 become 160.00, 173.58 and six times 173.57.
     *
     * @throws Refusal if the total is too small for so many parts
     */
    public static List<Money> mend(Money total, List<Money> amounts) {
        if (amounts.isEmpty()) return List.of();
        List<Money> mended = mended(total, amounts);
        if (mended.stream().anyMatch(m -> !m.isPositive()))
            throw new Refusal(
                    "parts.too-many", "%s is too little for %d parts.".formatted(total.text(), amounts.size()));
        return mended;
    }

    private static List<Money> mended(Money total, List<Money> amounts) {
        Money first = amounts.getFirst();
        List<Money> others = amounts.subList(1, amounts.size());
        Money left = total.minus(first);
        boolean same = others.size() > 1 && others.stream().distinct().count() == 1;
        if (same && left.isPositive()) {
            var mended = new ArrayList<Money>(List.of(first));
            mended.addAll(Remainder.TO_THE_EARLIEST.evenly(left, others.size()));
            return mended;
        }
        Money last = total.minus(Money.sum(total.currency(), amounts.subList(0, amounts.size() - 1)));
        if (last.isPositive()) {
            var mended = new ArrayList<>(amounts.subList(0, amounts.size() - 1));
            mended.add(last);
            return mended;
        }
        return Split.byWeights(
                        total, amounts.stream().map(a -> Math.max(1, a.minor())).toList())
                .parts();
    }
}
