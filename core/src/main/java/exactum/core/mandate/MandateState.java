package exactum.core.mandate;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/** Where a mandate stands. */
public enum MandateState {
    AWAITING_BANK("awaiting the bank"),
    ACTIVE("active"),
    REFUSED("refused by the bank"),
    SUSPENDED("suspended"),
    CANCELLED("cancelled"),
    EXPIRED("expired"),
    USED_UP("used up"),
    LAPSED("lapsed");

    private static final Set<MandateState> OVER = EnumSet.of(REFUSED, CANCELLED, EXPIRED, USED_UP, LAPSED);
    private final String words;

    MandateState(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** What lists are narrowed by: {@code none} for those without a mandate, and each state. */
    public static List<String> choices() {
        return Stream.concat(Stream.of("none"), Arrays.stream(values()).map(MandateState::words))
                .toList();
    }

    /** The state with the stored name; an {@link IllegalArgumentException} for any other. */
    public static MandateState of(String words) {
        return Arrays.stream(values())
                .filter(s -> s.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no mandate is “" + words + "”"));
    }

    /** Whether it has ended and comes to life no more. */
    public boolean isOver() {
        return OVER.contains(this);
    }

    /** Whether it may go to another state. */
    public boolean mayBecome(MandateState next) {
        if (this == next || isOver()) return false;
        return switch (next) {
            case AWAITING_BANK -> false;
            case ACTIVE -> true;
            case REFUSED -> this == AWAITING_BANK;
            case SUSPENDED, USED_UP -> this == ACTIVE;
            case CANCELLED, EXPIRED, LAPSED -> true;
        };
    }
}
