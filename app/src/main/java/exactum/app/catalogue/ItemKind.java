package exactum.app.catalogue;

import java.util.Arrays;
import java.util.List;

/** What sort of thing an item is. */
public enum ItemKind {
    PERIOD("period", "for a period: a month, a season"),
    HOUR("hour", "by the hour"),
    UNIT("unit", "by the piece"),
    ONE_OFF("one-off", "a fee that is charged once"),
    METERED("metered", "by what a meter reads"),
    RETAINER("retainer", "paid ahead and not refunded; its sentence prints"),
    SECURITY("security deposit", "held, and given back");

    private static final List<String> PERIODS = List.of("month", "months", "quarter", "year", "week", "day", "season");
    private final String words;
    private final String about;

    ItemKind(String words, String about) {
        this.words = words;
        this.about = about;
    }

    /** The stored name. */
    public String words() {
        return words;
    }

    public String about() {
        return about;
    }

    /** The kind of a stored name; an {@link IllegalArgumentException} if there is none. */
    static ItemKind of(String words) {
        return Arrays.stream(values())
                .filter(k -> k.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no kind " + words));
    }

    /** The kind that a unit suggests. */
    static ItemKind suggestedBy(String unit) {
        if (PERIODS.contains(unit)) return PERIOD;
        return unit.matches("h|hour|hours") ? HOUR : unit.equalsIgnoreCase("kwh") ? METERED : UNIT;
    }
}
