package exactum.app.daysheet;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.Arrays;
import java.util.Optional;

/** On which days a person looks at a kind of decisions. */
public enum OwnRhythm {
    EVERY_DAY("every day"),
    MONDAYS("on Mondays"),
    TUESDAYS("on Tuesdays"),
    WEDNESDAYS("on Wednesdays"),
    THURSDAYS("on Thursdays"),
    FRIDAYS("on Fridays"),
    MONTHLY("on the first of a month"),
    ELSEWHERE("never: a colleague sees to them");

    private final String words;

    OwnRhythm(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    static Optional<OwnRhythm> of(String name) {
        return Arrays.stream(values()).filter(r -> r.name().equals(name)).findFirst();
    }

    /** The first day, not before the given one, on which they are looked at; nothing for never. */
    public Optional<LocalDate> next(LocalDate from) {
        return switch (this) {
            case EVERY_DAY -> Optional.of(from);
            case ELSEWHERE -> Optional.empty();
            case MONTHLY ->
                Optional.of(from.getDayOfMonth() == 1 ? from : from.with(TemporalAdjusters.firstDayOfNextMonth()));
            default -> Optional.of(from.with(TemporalAdjusters.nextOrSame(DayOfWeek.of(ordinal()))));
        };
    }

    public boolean shows(LocalDate day) {
        return next(day).filter(day::equals).isPresent();
    }
}
