package exactum.app.setup;

import exactum.core.document.DocumentKind;

/** How documents are numbered: {@code LW-2026-0001}; it starts over each year. */
public record NumberSeries(String name, String prefix, int width) {
    public static final String INVOICES = "invoices";
    public static final String CREDIT_NOTES = "credit notes";

    /** The name of the series that numbers a kind of document. */
    public static String of(DocumentKind kind) {
        return kind == DocumentKind.CREDIT_NOTE ? CREDIT_NOTES : INVOICES;
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
