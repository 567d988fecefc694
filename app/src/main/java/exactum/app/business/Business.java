package exactum.app.business;

import java.util.Currency;

/**
 * The creditor: who sends the invoices, and how its papers look.
 *
 * @param statementName how payers see the name on their bank statement
 * @param address lines divided by line feeds
 * @param brandColour and brandAccent as {@code #rrggbb}
 * @param brandTypeface plain or book
 * @param revision raised by each change
 */
public record Business(
        String legalName,
        String senderName,
        String statementName,
        String address,
        String country,
        String taxNumber,
        String currency,
        String timeZone,
        String mailFrom,
        String brandColour,
        String brandAccent,
        String brandTypeface,
        int revision) {
    /** The one business of this installation; every row carries it, so that more can follow. */
    public static final int ID = 1;

    public Currency money() {
        return Currency.getInstance(currency);
    }
}
