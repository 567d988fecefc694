package exactum.core.start;

import exactum.core.document.TaxRate;
import exactum.core.terms.DueRule;
import java.time.ZoneId;
import java.util.Currency;
import java.util.List;

/**
 * What a country proposes; all of it can be changed.
 *
 * @param country its code in ISO 3166
 * @param zone the time zone of its seat of government; larger countries have others
 * @param taxName what its tax is called on paper
 * @param rates the rates of tax with the dates and the law that make them so; of each code, each day has at most one
 */
public record Start(String country, String name, Currency currency, ZoneId zone, String taxName, List<TaxRate> rates) {

    public Start {
        rates = List.copyOf(rates);
    }

    /** Terms that every new business starts with; the first are those of new arrangements. */
    public static final List<TermsProposal> TERMS = List.of(
            new TermsProposal("14 days", new DueRule(0, 14, false), "Payable within 14 days."),
            new TermsProposal("30 days", new DueRule(0, 30, false), "Payable within 30 days."),
            new TermsProposal(
                    "End of next month",
                    new DueRule(1, 0, true),
                    "Payable by the end of the month after the invoice."));

    /** When an invoice falls due, and how that is printed. */
    public record TermsProposal(String name, DueRule rule, String printed) {}
}
