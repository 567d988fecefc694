package exactum.core.document;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Optional;

/**
 * How what is sold to a customer is taxed. Only what would be taxed (at the standard rate or another, or at zero) follows it: what
 * is exempt or outside the scope for everybody stays so.
 */
public enum TaxTreatment {
    /** As for anybody in the country of the business. */
    DOMESTIC("domestic", null, "", ""),
    /** The customer accounts for the tax: Directive 2006/112/EC, articles 196 and 226 (11a). */
    REVERSE_CHARGE(
            "reverse charge",
            TaxCategory.REVERSE_CHARGE,
            "Reverse charge",
            "Reverse charge: the customer accounts for the tax (Directive 2006/112/EC, article 196)."),
    /** No tax, for a reason that is printed. */
    EXEMPT("exempt", TaxCategory.EXEMPT, "Exempt", ""),
    /** Not a supply that this tax knows. */
    OUTSIDE_SCOPE("outside scope", TaxCategory.OUTSIDE_SCOPE, "Outside scope", "Outside the scope of value added tax.");

    /** Before every document, so that all lines of a treatment share one rate. */
    private static final LocalDate ALWAYS = LocalDate.EPOCH;

    private final String words;
    private final TaxCategory category;
    private final String name;
    private final String usualReason;

    TaxTreatment(String words, TaxCategory category, String name, String usualReason) {
        this.words = words;
        this.category = category;
        this.name = name;
        this.usualReason = usualReason;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** The treatment with the stored name; null for null. */
    public static TaxTreatment of(String words) {
        return words == null
                ? null
                : Arrays.stream(values())
                        .filter(t -> t.words.equals(words))
                        .findFirst()
                        .orElseThrow();
    }

    /** The sentence that is printed: the one that was given, else the usual one; empty for none. */
    public String reason(String given) {
        return given.isEmpty() ? usualReason : given;
    }

    /** Whether it needs a reason of its own. */
    public boolean needsReason() {
        return this == EXEMPT;
    }

    /** The rate that is used in place of the usual one. */
    public TaxRate instead(TaxRate usual, String given) {
        boolean taxed = usual.category() == TaxCategory.STANDARD || usual.category() == TaxCategory.ZERO;
        return this == DOMESTIC || !taxed ? usual : rate(given);
    }

    /** The rate that a code of an issued line stands for, if it is the name of a treatment. */
    static Optional<TaxRate> rateOf(String code, String given) {
        return Arrays.stream(values())
                .filter(t -> t != DOMESTIC && t.words.equals(code))
                .findFirst()
                .map(t -> t.rate(given));
    }

    private TaxRate rate(String given) {
        return new TaxRate(words, category, name, BigDecimal.ZERO, ALWAYS, null, reason(given));
    }
}
