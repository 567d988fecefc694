package exactum.core.bank;

import exactum.core.problem.Refusal;
import java.util.Locale;

/**
 * A creditor identifier of SEPA direct debits (AT-02), its check digits looked at: country, two check digits, three
 * characters of the creditor's own that are not checked, and the national part. EPC262-08; ISO/IEC 7064, MOD 97-10.
 *
 * @param value without blanks, in capitals
 */
public record CreditorIdentifier(String value) {
    private static final int NATIONAL = 7;

    /**
     * Reads one as it was typed.
     *
     * @throws Refusal if it cannot be one
     */
    public CreditorIdentifier {
        value = value.replaceAll("\\s", "").toUpperCase(Locale.ROOT);
        if (!value.matches("[A-Z]{2}[0-9]{2}[A-Z0-9]{3}[A-Z0-9]{1,28}")
                || !checkDigits(value).equals(value.substring(2, 4)))
            throw new Refusal(
                    "typed.creditor",
                    "“%s” is not a creditor identifier: its check digits or its form are wrong.".formatted(value));
    }

    private static String checkDigits(String value) {
        String checked = value.substring(NATIONAL) + value.substring(0, 2) + "00";
        int rest = 0;
        for (int i = 0; i < checked.length(); i++) {
            int digit = Character.getNumericValue(checked.charAt(i));
            rest = (rest * (digit < 10 ? 10 : 100) + digit) % 97;
        }
        return "%02d".formatted(98 - rest);
    }
}
