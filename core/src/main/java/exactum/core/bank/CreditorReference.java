package exactum.core.bank;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A creditor reference: {@code RF}, two check digits and 1 to 21 letters and digits, of which the remainder by 97 is 1
 * (ISO 11649, by ISO/IEC 7064 MOD 97-10).
 *
 * @param value without blanks, in capitals
 */
public record CreditorReference(String value) {
    private static final Pattern WHOLE = Pattern.compile("RF\\d\\d[0-9A-Z]{1,21}");
    private static final Pattern BEGUN =
            Pattern.compile("(?i)(?<![\\p{L}\\p{N}])RF\\d\\d(?: ?[0-9A-Z]){1,21}(?![\\p{L}\\p{N}])");
    private static final int MOST_OWN = 21;
    private static final BigInteger NINETY_SEVEN = BigInteger.valueOf(97);

    /** The reference that is written, if it is one and its check digits agree; small letters and blanks do not matter. */
    public static Optional<CreditorReference> find(String written) {
        String plain = written.replaceAll("\\s", "").toUpperCase(Locale.ROOT);
        boolean right = WHOLE.matcher(plain).matches() && remainder(plain.substring(4) + plain.substring(0, 4)) == 1;
        return right ? Optional.of(new CreditorReference(plain)) : Optional.empty();
    }

    /**
     * The reference that stands for a number of ours, such as {@code LW-2026-0042}: its letters and digits behind two check
     * digits; empty if it has none, or more than 21 of them.
     */
    public static Optional<CreditorReference> of(String number) {
        String own = number.toUpperCase(Locale.ROOT).replaceAll("[^0-9A-Z]", "");
        if (own.isEmpty() || own.length() > MOST_OWN) return Optional.empty();
        return Optional.of(new CreditorReference("RF%02d%s".formatted(98 - remainder(own + "RF00"), own)));
    }

    /** In groups of four, as it is printed. */
    public String printed() {
        return value.replaceAll("(.{4})(?=.)", "$1 ");
    }

    /** Where in a text a reference stands. */
    public record Place(CreditorReference reference, int from, int to) {}

    /** All references in a text, in their order, blanks between their groups or not. */
    public static List<Place> in(String text) {
        var found = new ArrayList<Place>();
        Matcher begun = BEGUN.matcher(text);
        int from = 0;
        while (begun.find(from)) {
            String written = begun.group();
            Optional<CreditorReference> reference = find(written);
            while (reference.isEmpty() && written.lastIndexOf(' ') > 0) {
                written = written.substring(0, written.lastIndexOf(' '));
                reference = find(written);
            }
            from = begun.start() + written.length();
            if (reference.isPresent()) found.add(new Place(reference.get(), begun.start(), from));
        }
        return found;
    }

    /** What the reference stands for, without the zeros that fill it up. */
    public String means() {
        return value.substring(4).replaceFirst("^0+(?=.)", "");
    }

    private static int remainder(String text) {
        var digits = new StringBuilder();
        for (char c : text.toCharArray()) digits.append(Character.digit(c, 36));
        return new BigInteger(digits.toString()).mod(NINETY_SEVEN).intValue();
    }
}
