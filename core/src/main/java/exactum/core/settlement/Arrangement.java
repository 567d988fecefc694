package exactum.core.settlement;

import exactum.core.money.Money;
import exactum.core.money.Split;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * What somebody owes by several documents, divided into parts that fall due month by month. Each part takes what is oldest first,
 * so that documents are paid off one after the other and a part touches no more of them than it must. Common practice, no
 * source.
 */
public final class Arrangement {
    private static final int MOST_PARTS = 60;

    private Arrangement() {}

    /** What is open of a document, in the order in which documents are paid off. */
    public record Open<T>(T document, Money amount) {}

    /** What a part takes of a document. */
    public record Share<T>(T document, LocalDate due, Money amount) {}

    /**
     * Divides it.
     *
     * @param open in one currency, oldest first
     * @param parts how many; their amounts differ by a minor unit at most, the larger ones first
     * @param first day on which the first falls due; the others on the same day of the months after it
     * @throws Refusal for none or too many parts, or fewer minor units than parts
     */
    public static <T> List<Share<T>> of(List<Open<T>> open, int parts, LocalDate first) {
        if (parts < 1 || parts > MOST_PARTS)
            throw new Refusal(
                            "arrangement.parts",
                            "An arrangement has 1 to %d parts. Nothing was changed.".formatted(MOST_PARTS))
                    .at("parts");
        Money total = Money.sum(
                open.getFirst().amount().currency(),
                open.stream().map(Open::amount).toList());
        if (total.minor() < parts)
            throw new Refusal("arrangement.small", "It is too little for so many parts. Nothing was changed.")
                    .at("parts");
        List<Money> amounts = Split.evenly(total, parts).parts();
        var shares = new ArrayList<Share<T>>();
        int at = 0;
        Money left = open.getFirst().amount();
        for (int i = 0; i < parts; i++) {
            Money part = amounts.get(i);
            while (part.isPositive()) {
                if (left.isZero()) left = open.get(++at).amount();
                Money taken = part.min(left);
                shares.add(new Share<>(open.get(at).document(), first.plusMonths(i), taken));
                part = part.minus(taken);
                left = left.minus(taken);
            }
        }
        return shares;
    }
}
