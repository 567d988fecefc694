package exactum.formats.einvoice;

import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * What would make a receiver refuse an e-invoice, said before it leaves: the rules of EN 16931-1, as CEN/TC 434 publishes them, that
 * a paper of ours can break. Sums need no look: they are taken from its lines.
 */
public final class EInvoiceRules {
    private static final int MOST_DECIMALS = 2;
    private static final Set<String> COUNTRIES = Set.copyOf(Arrays.asList(Locale.getISOCountries()));
    private static final Set<String> BEYOND_ISO = Set.of("EL", "XI");
    private final EInvoice invoice;
    private final List<Problem> problems = new ArrayList<>();

    private EInvoiceRules(EInvoice invoice) {
        this.invoice = invoice;
    }

    /** What causes a problem. */
    public enum Cause {
        SELLER,
        SELLER_TAX_NUMBER,
        BUYER,
        BUYER_TAX_NUMBER,
        LINE,
        TAX,
        CURRENCY
    }

    /**
     * Something that is missing or wrong.
     *
     * @param rule its name in EN 16931-1, such as {@code BR-S-02}
     * @param line the number of the line that causes it, from 1; 0 where none does
     */
    public record Problem(String rule, Cause cause, int line, String sentence) {}

    /** All of them; none where it may leave. */
    public static List<Problem> of(EInvoice invoice) {
        var rules = new EInvoiceRules(invoice);
        rules.parties();
        rules.lines();
        rules.taxes();
        rules.currency();
        return List.copyOf(rules.problems);
    }

    private void problem(String rule, Cause cause, String sentence) {
        problems.add(new Problem(rule, cause, 0, sentence));
    }

    private void parties() {
        EInvoice.Party seller = invoice.seller();
        EInvoice.Party buyer = invoice.buyer();
        if (seller.name().isBlank()) problem("BR-06", Cause.SELLER, "An e-invoice names its seller.");
        if (buyer.name().isBlank()) problem("BR-07", Cause.BUYER, "An e-invoice names its buyer.");
        if (!COUNTRIES.contains(seller.country()))
            problem("BR-09", Cause.SELLER, "An e-invoice says in which country its seller is.");
        if (!COUNTRIES.contains(buyer.country()))
            problem("BR-11", Cause.BUYER, "An e-invoice says in which country its buyer is.");
        if (seller.taxNumber().isEmpty())
            problem("BR-CO-26", Cause.SELLER_TAX_NUMBER, "An e-invoice carries our tax number, and there is none.");
        if (invoice.isOutsideScope()) return;
        if (!seller.taxNumber().isEmpty() && !hasCountry(seller.taxNumber()))
            problem("BR-CO-09", Cause.SELLER_TAX_NUMBER, "Our tax number begins with the code of a country, like DE.");
        if (!buyer.taxNumber().isEmpty() && !hasCountry(buyer.taxNumber()))
            problem("BR-CO-09", Cause.BUYER_TAX_NUMBER, "Their tax number begins with the code of a country, like DE.");
        if (buyer.taxNumber().isEmpty() && has(TaxCategory.REVERSE_CHARGE))
            problem("BR-AE-02", Cause.BUYER_TAX_NUMBER, "Reverse charge needs their tax number, and there is none.");
    }

    /** BR-CO-09; Greece writes EL, Northern Ireland XI (Directive 2006/112/EC, Article 215). */
    private static boolean hasCountry(String taxNumber) {
        if (taxNumber.length() < 2) return false;
        String country = taxNumber.substring(0, 2);
        return COUNTRIES.contains(country) || BEYOND_ISO.contains(country);
    }

    private boolean has(TaxCategory category) {
        return invoice.taxes().stream().anyMatch(t -> t.rate().category() == category);
    }

    private void lines() {
        if (invoice.lines().isEmpty()) problem("BR-16", Cause.LINE, "An e-invoice has a line with an amount.");
        for (int i = 0; i < invoice.lines().size(); i++) {
            if (invoice.lines().get(i).name().isBlank())
                problems.add(new Problem("BR-25", Cause.LINE, i + 1, "A line of an e-invoice says what is sold."));
        }
    }

    private void taxes() {
        for (EInvoice.Tax tax : invoice.taxes()) {
            TaxRate rate = tax.rate();
            boolean charged = rate.category() == TaxCategory.STANDARD;
            if (charged != rate.percent().signum() > 0)
                problem(
                        "BR-" + rate.category().code() + "-05",
                        Cause.TAX,
                        charged
                                ? "A standard rate is above zero; what is taxed at nothing has a category of its own."
                                : "What is not taxed has a rate of zero.");
            boolean silent = charged || rate.category() == TaxCategory.ZERO;
            if (silent == tax.reason().isEmpty()) continue;
            problem(
                    "BR-" + rate.category().code() + "-10",
                    Cause.TAX,
                    silent ? "A rate that is charged gives no reason." : "What is not taxed says why.");
        }
        if (invoice.isOutsideScope() && invoice.taxes().size() > 1)
            problem(
                    "BR-O-11",
                    Cause.TAX,
                    "What is outside the scope of tax cannot stand on an e-invoice beside what is within it. Make two.");
    }

    private void currency() {
        if (invoice.currency().getDefaultFractionDigits() > MOST_DECIMALS)
            problem(
                    "BR-DEC-23",
                    Cause.CURRENCY,
                    "Amounts of an e-invoice have at most 2 decimals, and those of %s have more."
                            .formatted(invoice.currency().getCurrencyCode()));
    }
}
