package exactum.formats.einvoice;

import java.util.Locale;
import java.util.Map;

/** Codes of the lists that EN 16931-1 names. */
final class Codes {
    /** UNTDID 4461: transfer, and SEPA direct debit. */
    static final String CREDIT_TRANSFER = "30";

    static final String SEPA_DIRECT_DEBIT = "59";
    private static final String ONE = "C62";

    private static final Map<String, String> UNITS = Map.ofEntries(
            Map.entry("month", "MON"),
            Map.entry("months", "MON"),
            Map.entry("quarter", "QAN"),
            Map.entry("half year", "SAN"),
            Map.entry("year", "ANN"),
            Map.entry("years", "ANN"),
            Map.entry("week", "WEE"),
            Map.entry("weeks", "WEE"),
            Map.entry("day", "DAY"),
            Map.entry("days", "DAY"),
            Map.entry("min", "MIN"),
            Map.entry("h", "HUR"),
            Map.entry("hour", "HUR"),
            Map.entry("hours", "HUR"),
            Map.entry("kwh", "KWH"),
            Map.entry("m", "MTR"),
            Map.entry("m²", "MTK"),
            Map.entry("m³", "MTQ"),
            Map.entry("kg", "KGM"),
            Map.entry("t", "TNE"),
            Map.entry("l", "LTR"),
            Map.entry("piece", "H87"),
            Map.entry("pieces", "H87"),
            Map.entry("set", "SET"),
            Map.entry("pair", "PR"));

    private Codes() {}

    /** A unit as UN/ECE Recommendation 20 codes it; any that it does not know is “one”. */
    static String unit(String printed) {
        return UNITS.getOrDefault(printed.toLowerCase(Locale.ROOT), ONE);
    }
}
