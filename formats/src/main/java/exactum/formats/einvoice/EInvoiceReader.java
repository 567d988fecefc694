package exactum.formats.einvoice;

import exactum.core.problem.Refusal;
import exactum.formats.FormatGuess;
import exactum.formats.LimitedInput;
import exactum.formats.xml.Fields;
import exactum.formats.xml.XmlWalk;
import java.io.InputStream;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Reads an invoice or a credit note in UBL 2.1 or CII D16B: whatever it says, by the terms of EN 16931-1. It does not judge whether
 * it adds up.
 */
public final class EInvoiceReader {
    /** Of one file. */
    public static final long MOST_BYTES = 20L << 20;

    private static final int LONGEST = 4000;
    private static final int MOST_PARTS = 20_000;
    private static final int MOST_UNREAD = 40;
    private static final String UBL_EXTENSIONS =
            "urn:oasis:names:specification:ubl:schema:xsd:CommonExtensionComponents-2";
    private static final String QDT = "urn:un:unece:uncefact:data:standard:QualifiedDataType:100";
    private static final XmlWalk WALK = new XmlWalk(
            Set.of(UblWriter.INVOICE, UblWriter.CREDIT_NOTE, CiiWriter.RSM),
            Set.of(UblWriter.CBC, UblWriter.CAC, UBL_EXTENSIONS, CiiWriter.RAM, CiiWriter.UDT, QDT),
            new XmlWalk.Words(
                    "einvoice",
                    "The file is cut off or is not XML, at line %d. Nothing was stored. Ask for it again.",
                    "This is no e-invoice in UBL 2.1 or CII D16B, which we read. Nothing was stored. Ask for one of them.",
                    "a sender"));

    private EInvoiceReader() {}

    /**
     * What the file says.
     *
     * @throws Refusal with one sentence, if it is no such file, is cut off, or holds what no number, no day or no text is
     */
    public static Reading read(InputStream in) {
        var walked = new Walked();
        WALK.walk(new LimitedInput(in, MOST_BYTES), EInvoiceReader::requireXml, walked);
        return walked.reading();
    }

    private static void requireXml(byte[] head) {
        String guess = FormatGuess.of(head);
        if (!guess.startsWith("XML"))
            throw new Refusal(
                    "einvoice.no-xml",
                    "This is %s, and an e-invoice is UBL, CII, or a PDF that carries one. Nothing was stored. Choose another file."
                            .formatted(guess));
    }

    private static final class Walked implements XmlWalk.Visitor {
        private final Map<Term, String> document = new EnumMap<>(Term.class);
        private final List<Map<Term, String>> lines = new ArrayList<>();
        private final List<Map<Term, String>> taxes = new ArrayList<>();
        private final Set<String> unread = new LinkedHashSet<>();
        private Paths paths;
        private String scheme = "";
        private boolean isCharge;

        Reading reading() {
            var parts = new ArrayList<Reading.Part>();
            parts.add(new Reading.Part("Document", document));
            for (Map<Term, String> tax : taxes)
                parts.add(new Reading.Part(
                        "Tax %s %s"
                                .formatted(tax.getOrDefault(Term.TAX_CATEGORY, ""), tax.getOrDefault(Term.TAX_RATE, ""))
                                .strip(),
                        tax));
            for (int i = 0; i < lines.size(); i++) parts.add(new Reading.Part("Line " + (i + 1), lines.get(i)));
            return new Reading(paths.syntax(), parts, List.copyOf(unread));
        }

        @Override
        public void start(String path, String currency) {
            scheme = "";
            if (paths == null) {
                paths = path.equals("CrossIndustryInvoice") ? Paths.cii() : Paths.ubl(path.equals("CreditNote"));
                return;
            }
            String below = below(path);
            if (below.equals(paths.line())) part(lines);
            if (below.equals(paths.tax())) part(taxes);
        }

        private static void part(List<Map<Term, String>> parts) {
            if (parts.size() == MOST_PARTS)
                throw new Refusal("einvoice.lines", "The file has more than 20,000 lines. Nothing was stored.");
            parts.add(new EnumMap<>(Term.class));
        }

        private static String below(String path) {
            return path.substring(path.indexOf('/') + 1);
        }

        /** The path with what stands for a line or a tax. */
        private String place(String path) {
            String below = below(path);
            if (below.startsWith(paths.line() + "/"))
                return "line" + below.substring(paths.line().length());
            return below.startsWith(paths.tax() + "/")
                    ? "tax" + below.substring(paths.tax().length())
                    : below;
        }

        @Override
        public void attribute(String path, String name, String value) {
            if (name.equals("schemeID")) scheme = value;
            if (name.equals("unitCode")) put(place(path) + "@unitCode", value);
        }

        @Override
        public void end(String path, String text) {
            if (text.isEmpty() || !path.contains("/")) return;
            String place = place(path);
            if (place.endsWith("AllowanceCharge/ChargeIndicator") || place.endsWith("ChargeIndicator/Indicator"))
                isCharge = text.equals("true");
            if (scheme.equals("SEPA")) place += "@SEPA";
            scheme = "";
            if (!put(place, text) && !paths.silent().contains(place) && unread.size() < MOST_UNREAD)
                unread.add(place.replaceFirst("@.*", ""));
        }

        private boolean put(String place, String text) {
            Term term = paths.terms().get(place);
            if (term == null) return false;
            if (isCharge && term == Term.ALLOWANCE) term = Term.CHARGE;
            if (isCharge && term == Term.LINE_ALLOWANCE) term = Term.LINE_CHARGE;
            String value = value(term, text);
            Map<Term, String> part =
                    place.startsWith("line/") ? lines.getLast() : place.startsWith("tax/") ? taxes.getLast() : document;
            part.merge(
                    term,
                    value,
                    (one, other) -> one.equals(other) || one.length() > LONGEST ? one : one + "\n" + other);
            return true;
        }

        private static String value(Term term, String text) {
            return switch (term.kind()) {
                case TEXT -> Fields.text(term.title(), text, LONGEST);
                case FIGURE -> figure(term, text);
                case DAY -> day(term, text);
            };
        }

        private static String figure(Term term, String text) {
            if (!text.matches("-?\\d{1,18}(\\.\\d{1,18})?")) throw Fields.wrong(term.title(), text, "a number");
            BigDecimal figure = new BigDecimal(text).stripTrailingZeros();
            return (figure.scale() < 0 ? figure.setScale(0) : figure).toPlainString();
        }

        /** As UBL writes it, or as CII does by format 102. */
        private static String day(Term term, String text) {
            try {
                return (text.length() == 8
                                ? LocalDate.parse(text, DateTimeFormatter.BASIC_ISO_DATE)
                                : LocalDate.parse(text.substring(0, Math.min(10, text.length()))))
                        .toString();
            } catch (DateTimeException none) {
                throw Fields.wrong(term.title(), text, "a day");
            }
        }
    }
}
