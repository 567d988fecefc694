package exactum.core.terms;

import exactum.core.money.Money;
import exactum.core.problem.Bug;
import exactum.core.problem.Refusal;
import exactum.core.working.Working;
import java.util.ArrayList;
import java.util.List;

/**
 * A total in dated parts that add up to it exactly, each above zero.
 *
 * @param total what is divided
 * @param instalments in the order of the terms
 * @param working how the amounts came about
 */
public record Schedule(Money total, List<Instalment> instalments, Working working) {
    public Schedule {
        instalments = List.copyOf(instalments);
        for (Instalment one : instalments) requirePositive(one, total);
        Money sum = Money.sum(
                total.currency(), instalments.stream().map(Instalment::amount).toList());
        if (!sum.equals(total)) throw new Bug("instalments add up to %s, not %s".formatted(sum.plain(), total.plain()));
    }

    private static void requirePositive(Instalment one, Money total) {
        if (!one.amount().isPositive())
            throw new Refusal(
                    "terms.nothing",
                    "Part %d of %s would be %s, and every part has to be more than nothing. Nothing was made."
                            .formatted(one.seq(), total.text(), one.amount().text()));
    }

    /** Amounts as an addition, those that are the same taken together: {@code 160.00 + 173.58 + 6 × 173.57}. */
    public static String added(List<Money> amounts) {
        var runs = new ArrayList<String>();
        for (int i = 0; i < amounts.size(); ) {
            int same = i;
            while (same < amounts.size() && amounts.get(same).equals(amounts.get(i))) same++;
            runs.add(
                    same - i == 1
                            ? amounts.get(i).text()
                            : (same - i) + " × " + amounts.get(i).text());
            i = same;
        }
        return String.join(" + ", runs);
    }
}
