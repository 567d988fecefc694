package exactum.app.documents;

import exactum.app.customers.Delivery;
import exactum.app.setup.NumberSeries;
import exactum.core.document.TaxedLine;
import exactum.core.document.Totals;
import exactum.core.ids.DocumentId;
import exactum.core.ledger.Bookings;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Valued;
import exactum.core.settlement.Claim;
import exactum.core.terms.Counting;
import exactum.core.terms.Schedule;
import exactum.core.terms.Terms;
import java.util.List;

/**
 * A draft with all that issuing it needs and that needs no number: computed once, looked at by a rehearsal, written by the
 * issue.
 *
 * @param lines its lines with the rates of its date
 * @param rate what its currency is worth
 * @param incomes what it books to income, by account and tags
 * @param tax its tax with its worth
 * @param worth its total with its worth
 * @param manner how it speaks to whom it is for
 * @param claims what it asks for; none for a document that asks for nothing
 * @param sentTo where its message goes; none where it is held
 */
public record Prepared(
        Draft draft,
        List<TaxedLine> lines,
        Totals totals,
        ExchangeRate rate,
        List<Bookings.Income> incomes,
        Valued tax,
        Valued worth,
        List<Claim> claims,
        Party seller,
        Party buyer,
        Manner manner,
        String customerCode,
        Asked terms,
        NumberSeries series,
        List<String> sentTo) {
    /**
     * When it asks for what.
     *
     * @param rule the terms, frozen with it; null for a document that asks for nothing
     * @param schedule what they make of its total; null likewise
     */
    public record Asked(String printed, Terms rule, Schedule schedule) {
        static final Asked NOTHING = new Asked("", null, null);

        boolean countsWhole() {
            return rule != null && rule.counting() == Counting.ON_THE_WHOLE;
        }
    }

    /** How it reaches them: {@code PDF and link to ada@lake.example}, {@code on paper}; null where there is no address. */
    public String goes() {
        return goes(manner.delivery(), String.join(", ", sentTo));
    }

    /** How what is delivered so reaches addresses; null where there are none and one is needed. */
    public static String goes(Delivery delivery, String addresses) {
        if (delivery == Delivery.PAPER) return "on paper, by post";
        if (addresses == null || addresses.isEmpty()) return null;
        return switch (delivery) {
                    case LINK -> "link to ";
                    case E_INVOICE, CROSS_INDUSTRY -> "e-invoice, PDF and link to ";
                    case HYBRID -> "PDF with e-invoice, and link to ";
                    default -> "PDF and link to ";
                }
                + addresses;
    }

    /** What becomes of its message, in words. */
    public String sending() {
        return goes() == null ? "held: no address" : goes() + ", if you send it";
    }

    public DocumentId id() {
        return draft.id();
    }
}
