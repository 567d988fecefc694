package exactum.core.card;

import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Finds what can only be the number of a payment card in a text: the first digits and the length of a card scheme, and a
 * right check digit (ISO/IEC 7812-1 with Luhn's formula of its Annex B; the ranges by common practice, no single source),
 * in one piece or in groups of four and more. Such a number is never stored (PCI DSS v4.0.1, 3.3 and 3.5).
 */
public final class CardNumber {
    private static final int SHORTEST = 13;
    private static final Pattern WRITTEN = Pattern.compile(
            "(?<![\\p{L}\\p{N}+])[2-6]\\d{3}(?:\\d{9,15}|([ -])\\d{4,6}\\1\\d{4,5}(?:\\1\\d{1,7})?)(?![\\p{L}\\p{N}])");
    private static final Pattern SCHEME = Pattern.compile(
            "4\\d{12}(?:\\d{3}){0,2}|5[1-5]\\d{14}|2(?:22[1-9]|2[3-9]\\d|[3-6]\\d\\d|7[01]\\d|720)\\d{12}|3[47]\\d{13}|3(?:0[0-5]|[68]\\d|9\\d)\\d{11}|35\\d{14}|6\\d{15,18}|5[06]\\d{14}");
    /** Of an account number by ISO 13616, or a creditor reference by ISO 11649, the digits are no card. */
    private static final Pattern ACCOUNT = Pattern.compile("(?<![\\p{L}\\p{N}])[A-Z]{2}\\d{2}(?: ?[A-Z0-9]{1,4}){2,8}");

    private CardNumber() {}

    /** Whether the text holds one. */
    public static boolean isIn(String text) {
        if (!hasEnoughDigits(text)) return false;
        Matcher written = WRITTEN.matcher(ACCOUNT.matcher(text).replaceAll("#"));
        while (written.find()) if (isOne(written.group())) return true;
        return false;
    }

    /** The text with all but the last four digits of each card number in it replaced by dots. */
    public static String masked(String text) {
        if (!isIn(text)) return text;
        UnaryOperator<String> mask = n -> isOne(n) ? "•••• " + n.substring(n.length() - 4) : n;
        return WRITTEN.matcher(text).replaceAll(found -> Matcher.quoteReplacement(mask.apply(found.group())));
    }

    /** Whether the text is one and nothing else, blanks and dashes between its groups or not. */
    public static boolean isOne(String text) {
        String digits = text.replaceAll("[ -]", "");
        return SCHEME.matcher(digits).matches() && hasRightCheckDigit(digits);
    }

    /** Luhn's formula: from the right every second digit counts double, less nine where that has two digits. */
    public static boolean hasRightCheckDigit(String digits) {
        int total = 0;
        for (int i = 0; i < digits.length(); i++) {
            int digit = digits.charAt(digits.length() - 1 - i) - '0';
            int counted = i % 2 == 1 ? digit * 2 : digit;
            total += counted > 9 ? counted - 9 : counted;
        }
        return total % 10 == 0;
    }

    private static boolean hasEnoughDigits(String text) {
        int digits = 0;
        for (int i = 0; i < text.length() && digits < SHORTEST; i++)
            if (text.charAt(i) >= '0' && text.charAt(i) <= '9') digits++;
        return digits >= SHORTEST;
    }
}
