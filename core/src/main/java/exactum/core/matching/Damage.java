package exactum.core.matching;

import java.util.function.BiConsumer;

/** What a row of digits may have been before it was mistyped once: common practice, no source. */
final class Damage {
    private static final String SWAPPED = "two digits swapped";
    private static final String DIFFERS = "one digit wrong";
    private static final String MISSING = "a digit missing";
    private static final String MORE = "a digit too many";

    private Damage() {}

    /** Hands on each row of digits that one slip makes of what is written, with the slip in words. */
    static void each(String written, BiConsumer<String, String> found) {
        char[] digits = written.toCharArray();
        for (int i = 0; i + 1 < digits.length; i++) {
            if (digits[i] == digits[i + 1]) continue;
            swap(digits, i);
            found.accept(new String(digits), SWAPPED);
            swap(digits, i);
        }
        for (int i = 0; i < digits.length; i++) {
            char was = digits[i];
            for (char c = '0'; c <= '9'; c++) {
                if (c == was) continue;
                digits[i] = c;
                found.accept(new String(digits), DIFFERS);
            }
            digits[i] = was;
        }
        for (int i = 0; i < written.length(); i++) {
            if (i > 0 && digits[i] == digits[i - 1]) continue;
            found.accept(written.substring(0, i) + written.substring(i + 1), MORE);
        }
        for (int i = 0; i <= written.length(); i++) {
            for (char c = '0'; c <= '9'; c++) {
                if (i > 0 && digits[i - 1] == c) continue;
                found.accept(written.substring(0, i) + c + written.substring(i), MISSING);
            }
        }
    }

    private static void swap(char[] digits, int i) {
        char c = digits[i];
        digits[i] = digits[i + 1];
        digits[i + 1] = c;
    }
}
