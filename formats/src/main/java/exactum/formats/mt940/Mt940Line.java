package exactum.formats.mt940;

import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.text.CleanText;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** One line: field 61, and what field 86 says of it in subfields ({@code ?20…}), by code words ({@code /REMI/…}) or in plain words. */
final class Mt940Line {
    private static final Pattern SUBFIELD = Pattern.compile("\\?(\\d{2})");
    private static final Pattern SEPA =
            Pattern.compile("(EREF|KREF|MREF|CRED|DEBT|COAM|OAMT|SVWZ|ABWA|ABWE|IBAN|BIC|PURP)\\+");
    private static final Pattern CODED = Pattern.compile(
            "/(EREF|REMI|NAME|IBAN|BENM|ORDP|TRCD|RTRN|CSID|MARF|PREF|ADDR|BIC|ID|ISDT|UDTR|UCRD|PURP)/");
    /** Business transaction codes of three digits in their ISO form; from memory, common practice. */
    private static final Map<String, String> THREE_DIGITS = Map.ofEntries(
            Map.entry("070", "PMNT/RCHQ/CCHQ"),
            Map.entry("082", "PMNT/CNTR/CDPT"),
            Map.entry("108", "PMNT/IDDT/UPDD"),
            Map.entry("109", "PMNT/IDDT/UPDD"),
            Map.entry("116", "PMNT/ICDT/ESCT"),
            Map.entry("159", "PMNT/RCDT/RRTN"),
            Map.entry("166", "PMNT/RCDT/ESCT"),
            Map.entry("171", "PMNT/IDDT/ESDD"),
            Map.entry("174", "PMNT/IDDT/BBDD"),
            Map.entry("191", "PMNT/ICDT/ESCT"),
            Map.entry("192", "PMNT/IDDT/ESDD"),
            Map.entry("196", "PMNT/IDDT/BBDD"),
            Map.entry("805", "PMNT/MDOP/CHRG"),
            Map.entry("808", "PMNT/MDOP/CHRG"));
    /** Transaction types of field 61 in their ISO form (Standards MT, field 61 subfield 6). */
    private static final Map<String, String> TYPES = Map.of(
            "NCHG", "PMNT/MDOP/CHRG",
            "NCOM", "PMNT/MDOP/COMM",
            "NRTI", "PMNT/IDDT/UPDD",
            "NCHK", "PMNT/RCHQ/CCHQ");

    private static final int LONGEST = 2000;
    private final LocalDate bookedOn;
    private final LocalDate valueOn;
    private final Money amount;
    private final String type;
    private final String bankReference;
    private final String customerReference;
    private String code = "";
    private String endToEndId = "";
    private String counterparty = "";
    private String account = "";
    private String remittance = "";
    private String returnReason = "";

    Mt940Line(LocalDate bookedOn, LocalDate valueOn, Money amount, String type, String rest) {
        this.bookedOn = bookedOn;
        this.valueOn = valueOn;
        this.amount = amount;
        this.type = type;
        String first = rest.lines().findFirst().orElse("");
        int bank = first.indexOf("//");
        customerReference = (bank < 0 ? first : first.substring(0, bank)).strip();
        bankReference = bank < 0 ? "" : first.substring(bank + 2).strip();
        remittance = rest.lines().skip(1).reduce("", (a, b) -> (a + " " + b).strip());
    }

    void details(String text) {
        if (text.matches("(?s)\\d{3}\\?.*")) subfields(text);
        else if (CODED.matcher(text).find()) coded(text.replace("\n", ""));
        else remittance = folded(text.replace('\n', ' '));
    }

    private void subfields(String text) {
        code = text.substring(0, 3);
        String joined = text.substring(3).replace("\n", "");
        var said = new StringBuilder();
        var name = new StringBuilder();
        each(SUBFIELD, joined, (field, value) -> {
            int n = Integer.parseInt(field);
            if (n >= 20 && n <= 29 || n >= 60 && n <= 63) said.append(value);
            if (n == 31) account = value.strip();
            if (n == 32 || n == 33) name.append(value);
            if (n == 34) returnReason = value.strip();
        });
        counterparty = folded(name.toString());
        sepa(said.toString());
    }

    /** {@code EREF+…SVWZ+…} inside the text; without them all of it is what the payer wrote. */
    private void sepa(String said) {
        Matcher first = SEPA.matcher(said);
        if (!first.find()) {
            remittance = folded(said);
            return;
        }
        Map<String, String> parts = new LinkedHashMap<>();
        each(SEPA, said, (tag, value) -> parts.merge(tag, value, (a, b) -> a + b));
        endToEndId = folded(parts.getOrDefault("EREF", ""));
        account = account.isEmpty() ? parts.getOrDefault("IBAN", "").strip() : account;
        remittance = folded(said.substring(0, first.start()) + parts.getOrDefault("SVWZ", ""));
    }

    private void coded(String text) {
        Map<String, String> parts = new LinkedHashMap<>();
        each(CODED, text, (tag, value) -> parts.merge(tag, value, (a, b) -> a + " " + b));
        endToEndId = folded(parts.getOrDefault("EREF", ""));
        counterparty = folded(parts.getOrDefault("NAME", ""));
        account = parts.getOrDefault("IBAN", "").strip();
        returnReason = parts.getOrDefault("RTRN", "").strip();
        remittance = folded(parts.getOrDefault("REMI", "").replaceFirst("^(USTD|STRD)/(CUR|ISO)?/", ""));
    }

    private interface Taking {
        void take(String tag, String value);
    }

    private static void each(Pattern tags, String text, Taking taking) {
        Matcher m = tags.matcher(text);
        int from = -1;
        String tag = null;
        while (m.find()) {
            if (tag != null) taking.take(tag, text.substring(from, m.start()));
            tag = m.group(1);
            from = m.end();
        }
        if (tag != null) taking.take(tag, text.substring(from));
    }

    StatementLine build() {
        String ours = customerReference.equals("NONREF") ? "" : customerReference;
        return new StatementLine(
                bookedOn,
                valueOn,
                amount,
                bankReference,
                endToEndId.isEmpty() ? ours : endToEndId,
                counterparty,
                remittance,
                "",
                THREE_DIGITS.getOrDefault(code, TYPES.getOrDefault(type, "")),
                new StatementLine.Further(
                        returnReason, "", null, account.matches("[A-Z0-9 ]{5,34}") ? account : "", null));
    }

    private static String folded(String text) {
        String folded = CleanText.folded(text).replaceAll("\\s+", " ").strip();
        return folded.length() > LONGEST ? folded.substring(0, LONGEST) : folded;
    }
}
