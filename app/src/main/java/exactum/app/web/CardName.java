package exactum.app.web;

import java.util.regex.Pattern;

/**
 * A card as processors name it, {@code Visa ending 1111}, so that it can be said in another language.
 *
 * @param lastFour its last digits
 */
public record CardName(String brand, String lastFour) {
    private static final Pattern NAME = Pattern.compile("(.+) ending (\\d{4})");

    /** Of the source of a payment; null where that is no such name. */
    public static CardName of(String source) {
        var found = NAME.matcher(source);
        return found.matches() ? new CardName(found.group(1), found.group(2)) : null;
    }
}
