package exactum.core.bank;

import exactum.core.money.Money;
import exactum.core.text.CleanText;
import java.util.Optional;

/**
 * The text of a QR code that fills in a SEPA credit transfer: "Quick Response Code: Guidelines to Enable Data Capture for
 * the Initiation of a SEPA Credit Transfer", EPC069-12 v2.1, version 002 of the data, UTF-8.
 */
public final class TransferCode {
    private static final Money LEAST = Money.of("EUR", "0.01");
    private static final Money MOST = Money.of("EUR", "999999999.99");
    private static final int LONGEST_NAME = 70;
    private static final int LONGEST_TEXT = 140;
    private static final int MOST_BYTES = 331;

    private TransferCode() {}

    /**
     * The text; empty where the guidelines have none: another currency, an amount out of range, no name, or too long.
     *
     * @param bic may be empty (within the EEA)
     * @param iban without blanks
     * @param reference the creditor's reference, which is written in place of the text; or null
     */
    public static Optional<String> of(
            String name, String bic, String iban, Money amount, CreditorReference reference, String text) {
        boolean euro = amount.currency().equals(LEAST.currency());
        if (!euro || amount.compareTo(LEAST) < 0 || amount.compareTo(MOST) > 0 || name.isBlank())
            return Optional.empty();
        String code = String.join(
                "\n",
                "BCD",
                "002",
                "1",
                "SCT",
                bic,
                CleanText.harmless(name, LONGEST_NAME),
                iban,
                "EUR" + amount.plain(),
                "",
                reference == null ? "" : reference.value(),
                reference == null ? CleanText.harmless(text, LONGEST_TEXT) : "");
        String trimmed = code.stripTrailing();
        return bytes(trimmed) > MOST_BYTES ? Optional.empty() : Optional.of(trimmed);
    }

    /** How many bytes the text has in UTF-8 (RFC 3629). */
    private static int bytes(String text) {
        return text.codePoints()
                .map(c -> c < 0x80 ? 1 : c < 0x800 ? 2 : c < 0x10000 ? 3 : 4)
                .sum();
    }
}
