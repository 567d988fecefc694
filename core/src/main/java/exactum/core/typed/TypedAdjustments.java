package exactum.core.typed;

import exactum.core.document.Adjustment;
import exactum.core.money.Decimals;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Discounts and surcharges as people type them, several with semicolons between: {@code 5 % Early bird}, {@code −12 Goodwill},
 * {@code +10 % Night work}. Without a sign it is a discount.
 */
public final class TypedAdjustments {
    private static final Pattern ONE = Pattern.compile("([-+])?\\s*([0-9][0-9.,]*)\\s*(%)?\\s*(.*)", Pattern.DOTALL);
    private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);
    private static final int DECIMALS = 4;
    private static final int LONGEST = 80;

    private TypedAdjustments() {}

    /**
     * Reads them.
     *
     * @throws Refusal if one has no number, is nothing, is a discount of more than 100 %, or is finer than the currency
     */
    public static List<Adjustment> parse(String typed, Currency currency) {
        var all = new ArrayList<Adjustment>();
        for (String one : typed.split("[;\\n]")) if (!one.isBlank()) all.add(one(one.strip(), currency));
        return all;
    }

    private static Adjustment one(String typed, Currency currency) {
        Matcher parts = ONE.matcher(typed.replace('\u2212', '-').replace('\u00a0', ' '));
        if (!parts.matches())
            throw refused(
                    "“%s” does not begin with how much. Write it like 5 %% Early bird or −12.00 Goodwill.", typed);
        boolean more = "+".equals(parts.group(1));
        BigDecimal size = TypedAmount.parse(parts.group(2));
        String name = parts.group(4).isBlank()
                ? (more ? "Surcharge" : "Discount")
                : parts.group(4).strip();
        if (size.signum() == 0) throw refused("“%s” changes nothing.", typed);
        if (name.length() > LONGEST) throw refused("The name of “%s” is too long.", typed);
        Adjustment.Kind kind = more ? Adjustment.Kind.SURCHARGE : Adjustment.Kind.DISCOUNT;
        if (parts.group(3) == null) return new Adjustment(kind, name, null, money(typed, size, currency));
        if (!more && size.compareTo(HUNDRED) > 0) throw refused("“%s” is a discount of more than 100 %%.", typed);
        if (size.stripTrailingZeros().scale() > DECIMALS) throw refused("“%s” has more than four decimals.", typed);
        return new Adjustment(kind, name, size, null);
    }

    private static Money money(String typed, BigDecimal size, Currency currency) {
        try {
            return Money.of(currency, size);
        } catch (ArithmeticException | IllegalArgumentException tooFine) {
            throw refused("“%s” is finer than the currency.", typed);
        }
    }

    private static Refusal refused(String words, String typed) {
        return new Refusal("typed.adjustment", words.formatted(typed));
    }

    /** As they are typed. */
    public static String text(List<Adjustment> adjustments) {
        return adjustments.stream().map(TypedAdjustments::text).collect(Collectors.joining("; "));
    }

    private static String text(Adjustment a) {
        String size = a.percent() == null ? a.amount().text() : Decimals.plain(a.percent()) + " %";
        return (a.kind() == Adjustment.Kind.DISCOUNT ? "" : "+") + size + " "
                + a.name().replace(';', ',').replaceAll("\\s+", " ");
    }
}
