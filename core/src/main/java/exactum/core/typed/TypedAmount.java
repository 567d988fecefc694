package exactum.core.typed;

import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import java.math.BigDecimal;
import java.util.regex.Pattern;

/**
 * Numbers as people type them: {@code 1,120} · {@code 1120.5} · {@code 12x85} · {@code −10}; read back exactly. A comma before
 * decimals is read where it can mean nothing else: {@code 1.120,50} · {@code 85,50} · {@code 0,125}.
 */
public final class TypedAmount {
    private static final Pattern NUMBER = Pattern.compile("-?(\\d{1,3}(,\\d{3})+|\\d+)?(\\.\\d+)?");

    private static final Pattern DECIMAL_COMMA = Pattern.compile("-?(\\d{1,3}(\\.\\d{3})+,\\d+|\\d+,\\d{1,2}|0,\\d+)");

    private static final Pattern SIGN = Pattern.compile("^[€£$]");

    private static final Pattern TIMES = Pattern.compile("[x×*]");

    /** More than any amount, price or quantity has; what is longer is not looked at. */
    private static final int LONGEST = 40;

    private TypedAmount() {}

    /**
     * The exact number.
     *
     * @throws Refusal if it is not a number or a product of two, or is longer than forty characters
     */
    public static BigDecimal parse(String typed) {
        if (typed.length() > LONGEST) throw notANumber(CleanText.harmless(typed, LONGEST) + "…");
        String text = typed.strip().replace('\u2212', '-').replace("\u00a0", "").replace(" ", "");
        String[] factors = TIMES.split(SIGN.matcher(text).replaceFirst(""), -1);
        if (factors.length > 2) throw notANumber(typed);
        BigDecimal product = BigDecimal.ONE;
        for (String factor : factors) product = product.multiply(number(factor, typed));
        return product;
    }

    private static BigDecimal number(String factor, String typed) {
        if (DECIMAL_COMMA.matcher(factor).matches())
            return new BigDecimal(factor.replace(".", "").replace(',', '.'));
        if (factor.isEmpty() || factor.equals("-") || !NUMBER.matcher(factor).matches()) throw notANumber(typed);
        return new BigDecimal(factor.replace(",", ""));
    }

    private static Refusal notANumber(String typed) {
        return new Refusal(
                "typed.not-a-number", "“%s” is not a number. Write it like 1,120.50 or 12x85.".formatted(typed));
    }
}
