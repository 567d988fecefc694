package exactum.core.start;

import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/**
 * The countries that we know. Rates as the laws named beside them have them, written down from memory in 2026: an
 * accountant looks at them before the first invoice, and each can be changed.
 */
public final class Starts {
    private static final String VATCA = "VAT Consolidation Act 2010 (IE), s. 46(1)";
    private static final String VATA = "Value Added Tax Act 1994 (GB)";
    private static final String CGI = "Code général des impôts (FR), art. ";
    private static final String OB = "Wet op de omzetbelasting 1968 (NL), art. 9";
    private static final String IVA = "Ley 37/1992 del IVA (ES), art. ";

    private static final List<Start> ALL = List.of(
            new Start(
                    "IE",
                    "Ireland",
                    Currency.getInstance("EUR"),
                    ZoneId.of("Europe/Dublin"),
                    "VAT",
                    List.of(
                            rate("standard", "VAT", "23", "2012-01-01", "2020-09-01", VATCA + "(a)"),
                            rate("standard", "VAT", "21", "2020-09-01", "2021-03-01", VATCA + "(a)"),
                            rate("standard", "VAT", "23", "2021-03-01", null, VATCA + "(a)"),
                            rate("reduced", "VAT", "13.5", "2003-01-01", null, VATCA + "(c)"),
                            zero("VAT", "2010-11-01", VATCA + "(b)"))),
            new Start(
                    "GB",
                    "United Kingdom",
                    Currency.getInstance("GBP"),
                    ZoneId.of("Europe/London"),
                    "VAT",
                    List.of(
                            rate("standard", "VAT", "20", "2011-01-04", null, VATA + ", s. 2(1)"),
                            rate("reduced", "VAT", "5", "2001-11-01", null, VATA + ", s. 29A"),
                            zero("VAT", "1994-09-01", VATA + ", s. 30"))),
            new Start(
                    "DE",
                    "Germany",
                    Currency.getInstance("EUR"),
                    ZoneId.of("Europe/Berlin"),
                    "USt.",
                    List.of(
                            rate("standard", "USt.", "19", "2007-01-01", "2020-07-01", "UStG (DE), § 12 Abs. 1"),
                            rate("standard", "USt.", "16", "2020-07-01", "2021-01-01", "UStG (DE), § 28 Abs. 1"),
                            rate("standard", "USt.", "19", "2021-01-01", null, "UStG (DE), § 12 Abs. 1"),
                            rate("reduced", "USt.", "7", "1983-07-01", "2020-07-01", "UStG (DE), § 12 Abs. 2"),
                            rate("reduced", "USt.", "5", "2020-07-01", "2021-01-01", "UStG (DE), § 28 Abs. 2"),
                            rate("reduced", "USt.", "7", "2021-01-01", null, "UStG (DE), § 12 Abs. 2"),
                            exempt("USt.", "1980-01-01", "UStG (DE), § 4"))),
            new Start(
                    "FR",
                    "France",
                    Currency.getInstance("EUR"),
                    ZoneId.of("Europe/Paris"),
                    "TVA",
                    List.of(
                            rate("standard", "TVA", "20", "2014-01-01", null, CGI + "278"),
                            rate("reduced", "TVA", "10", "2014-01-01", null, CGI + "278 bis and 279"),
                            rate("low", "TVA", "5.5", "2014-01-01", null, CGI + "278-0 bis"),
                            exempt("TVA", "1979-01-01", CGI + "261"))),
            new Start(
                    "NL",
                    "Netherlands",
                    Currency.getInstance("EUR"),
                    ZoneId.of("Europe/Amsterdam"),
                    "btw",
                    List.of(
                            rate("standard", "btw", "21", "2012-10-01", null, OB + "(1)"),
                            rate("reduced", "btw", "6", "2012-10-01", "2019-01-01", OB + "(2)(a)"),
                            rate("reduced", "btw", "9", "2019-01-01", null, OB + "(2)(a)"),
                            zero("btw", "1969-01-01", OB + "(2)(b)"))),
            new Start(
                    "ES",
                    "Spain",
                    Currency.getInstance("EUR"),
                    ZoneId.of("Europe/Madrid"),
                    "IVA",
                    List.of(
                            rate("standard", "IVA", "21", "2012-09-01", null, IVA + "90.uno"),
                            rate("reduced", "IVA", "10", "2012-09-01", null, IVA + "91.uno"),
                            rate("low", "IVA", "4", "1995-01-01", null, IVA + "91.dos"),
                            exempt("IVA", "1993-01-01", IVA + "20"))),
            new Start(
                    "US",
                    "United States, without tax",
                    Currency.getInstance("USD"),
                    ZoneId.of("America/New_York"),
                    "No tax",
                    List.of(new TaxRate(
                            "none",
                            TaxCategory.OUTSIDE_SCOPE,
                            "No tax",
                            BigDecimal.ZERO,
                            LocalDate.of(2000, 1, 1),
                            null,
                            "no tax is charged by this business"))));

    private Starts() {}

    /** All of them, in the order in which they are offered. */
    public static List<Start> all() {
        return ALL;
    }

    /** What a country proposes; nothing for one that we do not know. */
    public static Optional<Start> of(String country) {
        return ALL.stream().filter(s -> s.country().equals(country)).findFirst();
    }

    private static TaxRate rate(String code, String name, String percent, String from, String until, String source) {
        return new TaxRate(
                code,
                TaxCategory.STANDARD,
                name,
                new BigDecimal(percent),
                LocalDate.parse(from),
                until == null ? null : LocalDate.parse(until),
                source);
    }

    private static TaxRate zero(String name, String from, String source) {
        return new TaxRate("zero", TaxCategory.ZERO, name, BigDecimal.ZERO, LocalDate.parse(from), null, source);
    }

    private static TaxRate exempt(String name, String from, String source) {
        return new TaxRate("exempt", TaxCategory.EXEMPT, name, BigDecimal.ZERO, LocalDate.parse(from), null, source);
    }
}
