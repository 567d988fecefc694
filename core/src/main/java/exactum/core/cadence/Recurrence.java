package exactum.core.cadence;

import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * When a recurring invoice is dated, what each covers, and when it stops.
 *
 * @param cadence how often and on which day
 * @param startsOn no invoice is dated before this day
 * @param coverage which time each covers
 * @param end when it stops
 * @param madeDaysBefore how many days before its date an invoice is made, 0 or more
 */
public record Recurrence(Cadence cadence, LocalDate startsOn, Coverage coverage, End end, int madeDaysBefore) {

    /** When a recurring invoice stops. */
    public sealed interface End {
        /** It goes on until somebody ends it. */
        record Never() implements End {}

        /** No invoice is dated after the day. */
        record OnDate(LocalDate last) implements End {}

        /** So many invoices and no more. */
        record After(int count) implements End {}
    }

    public Recurrence {
        if (madeDaysBefore < 0)
            throw new IllegalArgumentException("days before must be 0 or more, but was " + madeDaysBefore);
        if (coverage.isCalendarMonths() && !cadence.unit().isMonths()) {
            throw new IllegalArgumentException("a calendar month cannot be covered by an invoice that comes by the "
                    + cadence.unit().word());
        }
    }

    /** The occurrence with the index, unless the end comes first. */
    public Optional<Occurrence> occurrence(int index) {
        LocalDate date = cadence.occurrence(startsOn, index);
        boolean over = switch (end) {
            case End.Never never -> false;
            case End.OnDate on -> date.isAfter(on.last());
            case End.After after -> index >= after.count();
        };
        if (over) return Optional.empty();
        ServicePeriod period = coverage.of(cadence, startsOn, index);
        return Optional.of(
                new Occurrence(index, date, date.minusDays(madeDaysBefore), period, working(index, date, period)));
    }

    /** The occurrences from an index on, in order, until the end. */
    public Stream<Occurrence> from(int index) {
        return IntStream.iterate(index, i -> i + 1)
                .mapToObj(this::occurrence)
                .takeWhile(Optional::isPresent)
                .map(Optional::orElseThrow);
    }

    /**
     * The index of the first occurrence dated after the day, whether or not the end comes first. What was billed up to a
     * day stays billed when the cadence is changed: the changed one goes on here.
     */
    public int indexAfter(LocalDate day) {
        int index = 0;
        while (!cadence.occurrence(startsOn, index).isAfter(day)) index++;
        return index;
    }

    /** The whole arrangement in one sentence. */
    public String sentence() {
        String from = ", from " + Words.day(cadence.first(startsOn));
        String made = switch (madeDaysBefore) {
            case 0 -> ", made on its date";
            case 1 -> ", made the day before";
            default -> ", made " + madeDaysBefore + " days before";
        };
        String words = cadence.words();
        return Character.toUpperCase(words.charAt(0)) + words.substring(1) + from + endWords() + made + ", "
                + coverage.words(cadence.months()) + ".";
    }

    private String endWords() {
        return switch (end) {
            case End.Never never -> " until it is ended";
            case End.OnDate on -> " until " + Words.day(on.last());
            case End.After after -> after.count() == 1 ? ", once" : ", " + after.count() + " times";
        };
    }

    private Working working(int index, LocalDate date, ServicePeriod period) {
        return Working.on("Why " + Words.weekday(date) + "?")
                .step("It recurs " + cadence.words(), "RFC 5545: " + cadence.rule())
                .step(
                        "The first on or after " + Words.day(startsOn) + " is "
                                + Words.weekday(cadence.first(startsOn)),
                        "the start agreed")
                .step(
                        "Number %d, counted from the first and not from the one before, is %s"
                                .formatted(index + 1, Words.weekday(date)),
                        "no drift in short months")
                .step("It covers " + period.words(), coverage.words(cadence.months()))
                .step(
                        "It is made on " + Words.weekday(date.minusDays(madeDaysBefore)),
                        madeDaysBefore + " days before its date")
                .done();
    }
}
