package exactum.core.cadence;

import exactum.core.calendar.Clearing;
import java.time.LocalDate;

/**
 * Whether a date on which banks are closed moves. The next date is always counted from the one agreed, never from where this
 * one moved to.
 *
 * @param direction where to
 * @param clearing whose banking days are meant
 */
public record Shift(Direction direction, Clearing clearing) {
    public static final Shift NONE = new Shift(Direction.NONE, Clearing.TARGET);

    /** Where a date moves on which banks are closed. */
    public enum Direction {
        NONE("stays as it is"),
        NEXT("next banking day"),
        PREVIOUS("banking day before");

        private final String words;

        Direction(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /**
     * The day that a date is moved to; the date itself where banks are open.
     *
     * @throws IllegalArgumentException where the banking days of its year are not known
     */
    LocalDate of(LocalDate agreed) {
        return switch (direction) {
            case NONE -> agreed;
            case NEXT -> clearing.calendar().openOrNext(agreed);
            case PREVIOUS -> clearing.calendar().openOrPrevious(agreed);
        };
    }

    /** {@code or on the next banking day (TARGET)}; empty where it stays. */
    public String words() {
        return switch (direction) {
            case NONE -> "";
            case NEXT -> "or on the next banking day (%s)".formatted(clearing.words());
            case PREVIOUS -> "or on the banking day before (%s)".formatted(clearing.words());
        };
    }
}
