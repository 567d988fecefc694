package exactum.core.terms;

import exactum.core.money.Money;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/** Where the minor units go that are left over when a total is cut into shares, each cut down to the minor unit. */
public enum Remainder {
    /** One each to the earliest: 1,000.00 in 3 is 333.34, 333.33, 333.33. */
    TO_THE_EARLIEST("to the earliest", "what is left over goes by the cent to the earliest"),
    /** All to the last: 1,000.00 in 3 is 333.33, 333.33, 333.34. */
    TO_THE_LAST("to the last", "what is left over goes to the last");

    private final String word;
    private final String words;

    Remainder(String word, String words) {
        this.word = word;
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String word() {
        return word;
    }

    /** The rule as it is said in workings. */
    public String words() {
        return words;
    }

    /** The rule with the stored name; an {@link IllegalArgumentException} for any other. */
    public static Remainder of(String word) {
        return Arrays.stream(values())
                .filter(r -> r.word.equals(word))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no remainder rule is called “" + word + "”"));
    }

    /** The amounts, with what they lack of the total handed out. */
    List<Money> complete(Money total, List<Money> cut) {
        long left = total.minus(Money.sum(total.currency(), cut)).minor();
        int last = cut.size() - 1;
        return IntStream.range(0, cut.size())
                .mapToObj(i -> {
                    long more = this == TO_THE_LAST ? (i == last ? left : 0) : i < left ? 1 : 0;
                    return cut.get(i).withMinor(cut.get(i).minor() + more);
                })
                .toList();
    }

    /** A total in so many parts, as equal as can be. */
    List<Money> evenly(Money total, int count) {
        return complete(total, java.util.Collections.nCopies(count, total.withMinor(total.minor() / count)));
    }
}
