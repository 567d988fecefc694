package exactum.app.setup;

/** How invoices are numbered: {@code LW-2026-0001}; it starts afresh each year. */
public record NumberSeries(String name, String prefix, int width) {
    public static final String INVOICES = "invoices";

    /** The number as printed. */
    public String number(int year, long number) {
        return prefix + year + "-" + padded(number);
    }

    private String padded(long number) {
        String digits = Long.toString(number);
        return "0".repeat(Math.max(0, width - digits.length())) + digits;
    }
}
