package exactum.core.bank;

import exactum.core.problem.Refusal;
import java.math.BigInteger;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * An international bank account number whose length and check digits are right (ISO 13616; check by ISO/IEC 7064 MOD
 * 97-10; lengths from the SWIFT IBAN Registry). Blanks and lower case are put right, not refused.
 *
 * @param value without blanks, upper case
 */
public record Iban(String value) implements AccountNumber {
    private static final Map<String, Integer> LENGTHS = Map.ofEntries(
            Map.entry("AD", 24),
            Map.entry("AT", 20),
            Map.entry("BE", 16),
            Map.entry("BG", 22),
            Map.entry("CH", 21),
            Map.entry("CY", 28),
            Map.entry("CZ", 24),
            Map.entry("DE", 22),
            Map.entry("DK", 18),
            Map.entry("EE", 20),
            Map.entry("ES", 24),
            Map.entry("FI", 18),
            Map.entry("FR", 27),
            Map.entry("GB", 22),
            Map.entry("GI", 23),
            Map.entry("GR", 27),
            Map.entry("HR", 21),
            Map.entry("HU", 28),
            Map.entry("IE", 22),
            Map.entry("IS", 26),
            Map.entry("IT", 27),
            Map.entry("LI", 21),
            Map.entry("LT", 20),
            Map.entry("LU", 20),
            Map.entry("LV", 21),
            Map.entry("MC", 27),
            Map.entry("MT", 31),
            Map.entry("NL", 18),
            Map.entry("NO", 15),
            Map.entry("PL", 28),
            Map.entry("PT", 25),
            Map.entry("RO", 24),
            Map.entry("SE", 24),
            Map.entry("SI", 19),
            Map.entry("SK", 24),
            Map.entry("SM", 27),
            Map.entry("VA", 22));

    private static final Pattern BLANK = Pattern.compile("\\s");
    private static final Pattern FORM = Pattern.compile("[A-Z]{2}[0-9]{2}[A-Z0-9]{8,30}");

    public Iban {
        value = BLANK.matcher(value).replaceAll("").toUpperCase(Locale.ROOT);
        if (!FORM.matcher(value).matches()) throw refused(value, "it is not in the form of an IBAN");
        Integer length = LENGTHS.get(value.substring(0, 2));
        if (length == null) throw refused(value, "its country is not in the register we know");
        if (value.length() != length) {
            throw refused(
                    value,
                    "one of %s has %d characters, this has %d"
                            .formatted(value.substring(0, 2), length, value.length()));
        }
        if (remainder(value) != 1) throw refused(value, "its check digits do not fit, so something is mistyped");
    }

    /** Whether accounts of a country have IBANs, by the register we know. */
    public static boolean isUsedIn(String country) {
        return LENGTHS.containsKey(country);
    }

    @Override
    public String label() {
        return "IBAN";
    }

    /** In groups of four, as it is printed. */
    @Override
    public String printed() {
        return value.replaceAll("(.{4})(?=.)", "$1 ");
    }

    /** The check digits that make country and account an IBAN: {@code checkDigits("DE", "370400440532013000")} is 89. */
    public static String checkDigits(String country, String account) {
        return "%02d".formatted(98 - remainder(country + "00" + account));
    }

    private static int remainder(String iban) {
        var digits = new StringBuilder();
        (iban.substring(4) + iban.substring(0, 4)).chars().forEach(c -> digits.append(Character.getNumericValue(c)));
        return new BigInteger(digits.toString()).mod(BigInteger.valueOf(97)).intValue();
    }

    private static Refusal refused(String value, String why) {
        return new Refusal("iban.wrong", "“%s” is not an account number: %s. Nothing was saved.".formatted(value, why));
    }
}
