package exactum.app.setup;

import exactum.core.document.DocumentKind;
import java.util.List;

/** How documents are numbered: {@code LW-2026-0001}; it starts over each year. */
public record NumberSeries(String name, String prefix, int width) {
    public static final String INVOICES = "invoices";
    public static final String CREDIT_NOTES = "credit notes";
    static final String QUOTES = "quotes";
    static final String CASH_SALES = "cash sales";

    /** Those that a business starts with, one a kind of document. */
    static final List<NumberSeries> FIRST = List.of(
            new NumberSeries(INVOICES, "INV-", 4),
            new NumberSeries(CREDIT_NOTES, "CN-", 4),
            new NumberSeries(QUOTES, "QUO-", 4),
            new NumberSeries(CASH_SALES, "CS-", 4));

    /** The name of the series that numbers a kind of document. */
    public static String of(DocumentKind kind) {
        return switch (kind) {
            case INVOICE -> INVOICES;
            case CREDIT_NOTE -> CREDIT_NOTES;
            case QUOTE -> QUOTES;
            case CASH_SALE -> CASH_SALES;
        };
    }

    /** The number as printed. */
    public String number(int year, long number) {
        return prefix + year + "-" + padded(number);
    }

    private String padded(long number) {
        String digits = Long.toString(number);
        return "0".repeat(Math.max(0, width - digits.length())) + digits;
    }
}
