package exactum.core.cadence;

import exactum.core.text.Days;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * When a recurring invoice is dated, what each covers, and when it stops. Where parts of periods are charged, its periods
 * reach from its first day to its last without gap: a start or an end within a period makes a part of it, and what was
 * billed by an earlier cadence is where this one goes on.
 *
 * @param cadence how often and on which day
 * @param startsOn no invoice is dated before this day; where parts are charged it is also the first day that is served
 * @param coverage which time each covers
 * @param end when it stops
 * @param madeDaysBefore how many days before its date an invoice is made, 0 or more
 * @param proration how a part of a period is charged
 * @param shift whether a date on which banks are closed moves
 * @param before what was billed before the cadence was changed to this one; {@link Before#NOTHING} for nothing
 */
public record Recurrence(
        Cadence cadence,
        LocalDate startsOn,
        Coverage coverage,
        End end,
        int madeDaysBefore,
        Proration proration,
        Shift shift,
        Before before) {

    /** When a recurring invoice stops. */
    public sealed interface End {
        /** It goes on until somebody ends it. */
        record Never() implements End {}

        /** No invoice is dated after the day; where parts are charged, no later day is served. */
        record OnDate(LocalDate last) implements End {}

        /** So many invoices and no more. */
        record After(int count) implements End {}
    }

    /**
     * What was billed by an earlier cadence.
     *
     * @param until the day after the last one that is billed, or null
     * @param invoices how many there were
     */
    public record Before(LocalDate until, int invoices) {
        public static final Before NOTHING = new Before(null, 0);
    }

    public Recurrence {
        if (madeDaysBefore < 0)
            throw new IllegalArgumentException("days before must be 0 or more, but was " + madeDaysBefore);
        if (coverage.isCalendarMonths() && !cadence.unit().isMonths()) {
            throw new IllegalArgumentException("a calendar month cannot be covered by an invoice that comes by the "
                    + cadence.unit().word());
        }
        if (end instanceof End.OnDate on && on.last().isBefore(startsOn))
            throw new IllegalArgumentException(
                    "it would end on %s, before it starts on %s".formatted(Days.day(on.last()), Days.day(startsOn)));
        if (end instanceof End.After after && after.count() < 1)
            throw new IllegalArgumentException("it ends after at least one invoice, not " + after.count());
    }

    /** One whose periods are charged in full, on the dates agreed. */
    public Recurrence(Cadence cadence, LocalDate startsOn, Coverage coverage, End end, int madeDaysBefore) {
        this(cadence, startsOn, coverage, end, madeDaysBefore, Proration.NONE, Shift.NONE, Before.NOTHING);
    }

    /** The same, charging parts of periods. */
    public Recurrence prorated(Proration by) {
        return new Recurrence(cadence, startsOn, coverage, end, madeDaysBefore, by, shift, before);
    }

    /** The same, on dates that move when banks are closed. */
    public Recurrence shifted(Shift by) {
        return new Recurrence(cadence, startsOn, coverage, end, madeDaysBefore, proration, by, before);
    }

    /** The same, with another end. */
    public Recurrence ending(End other) {
        return new Recurrence(cadence, startsOn, coverage, other, madeDaysBefore, proration, shift, before);
    }

    /** The same, going on after what was billed. */
    public Recurrence after(Before billed) {
        return new Recurrence(cadence, startsOn, coverage, end, madeDaysBefore, proration, shift, billed);
    }

    /** The occurrence with the index, unless the end comes first. */
    public Optional<Occurrence> occurrence(int index) {
        return new Run().occurrence(index);
    }

    /** The occurrences from an index on, in order, until the end. */
    public Stream<Occurrence> from(int index) {
        var run = new Run();
        return IntStream.iterate(index, i -> i + 1)
                .mapToObj(run::occurrence)
                .takeWhile(Optional::isPresent)
                .map(Optional::orElseThrow);
    }

    /**
     * What an earlier cadence leaves between what it billed and the first period of this one: above zero days for a gap that
     * no invoice covers, below zero for days that two would cover. Zero where parts are charged, since those close it.
     */
    public long daysApart() {
        if (before.until() == null || proration != Proration.NONE) return 0;
        return ChronoUnit.DAYS.between(before.until(), new Run().regular(0).from());
    }

    /** What the occurrences of this recurrence have in common, worked out once. */
    private final class Run {
        /** The first day that is served and not billed by an earlier cadence. */
        private final LocalDate served;
        /** The place in the cadence of the first period that is not over by then. */
        private final int base;
        /** Whether there is a part before that period. */
        private final boolean firstPart;

        private Run() {
            boolean parts = proration != Proration.NONE;
            served = before.until() == null ? startsOn : before.until();
            base = parts || before.until() != null ? firstUnbilled() : 0;
            firstPart = parts && regular(0).from().isAfter(served);
        }

        private int firstUnbilled() {
            int place = 0;
            while (!coverage.of(cadence, startsOn, place).until().isAfter(served)) place++;
            return place;
        }

        /** The period of the cadence that is so many after the first. */
        private ServicePeriod regular(int place) {
            return coverage.of(cadence, startsOn, base + place);
        }

        private Optional<Occurrence> occurrence(int index) {
            boolean part = firstPart && index == 0;
            int place = firstPart ? index - 1 : index;
            LocalDate agreed = part ? served : cadence.occurrence(startsOn, base + place);
            ServicePeriod period = part ? new ServicePeriod(served, regular(0).from()) : regular(place);
            List<ServicePeriod> whole = part ? wholeOf(period) : List.of(period);
            if (isOver(index, agreed, period)) return Optional.empty();
            if (proration != Proration.NONE) period = clipped(period);
            boolean cutShort = period.until().isBefore(whole.getLast().until());
            if (cutShort && agreed.isAfter(period.until().minusDays(1)))
                agreed = period.until().minusDays(1);
            LocalDate date = shift.of(agreed);
            LocalDate makeOn = date.minusDays(madeDaysBefore);
            return Optional.of(new Occurrence(Recurrence.this, index, agreed, date, makeOn, period, whole));
        }

        private boolean isOver(int index, LocalDate agreed, ServicePeriod period) {
            return switch (end) {
                case End.Never never -> false;
                case End.OnDate on -> (proration == Proration.NONE ? agreed : period.from()).isAfter(on.last());
                case End.After after -> before.invoices() + index >= after.count();
            };
        }

        private ServicePeriod clipped(ServicePeriod period) {
            LocalDate from = period.from().isBefore(served) ? served : period.from();
            LocalDate until = end instanceof End.OnDate on && on.last().isBefore(period.until())
                    ? on.last().plusDays(1)
                    : period.until();
            return new ServicePeriod(from, until);
        }

        /** The periods of the cadence before the first, back to where the part begins. */
        private List<ServicePeriod> wholeOf(ServicePeriod part) {
            var whole = new ArrayList<ServicePeriod>();
            for (int place = -1; whole.isEmpty() || whole.getFirst().from().isAfter(part.from()); place--)
                whole.addFirst(regular(place));
            return whole;
        }
    }

    /** When it recurs, as one sentence. */
    public String sentence() {
        String words = cadence.words();
        String parts = proration == Proration.NONE ? "" : "; " + proration.words();
        return Character.toUpperCase(words.charAt(0)) + words.substring(1) + moved() + ", from " + fromWords()
                + endWords() + ", " + madeWords() + ", " + coverage.words(cadence.months()) + parts + ".";
    }

    private String moved() {
        return shift.words().isEmpty() ? "" : " " + shift.words();
    }

    private String fromWords() {
        return Days.day(proration == Proration.NONE ? cadence.first(startsOn) : startsOn);
    }

    private String madeWords() {
        return switch (madeDaysBefore) {
            case 0 -> "made on its date";
            case 1 -> "made the day before";
            default -> "made " + madeDaysBefore + " days before";
        };
    }

    private String endWords() {
        return switch (end) {
            case End.Never never -> " until it is ended";
            case End.OnDate on -> " until " + Days.day(on.last());
            case End.After after -> after.count() == 1 ? ", once" : ", " + after.count() + " times";
        };
    }

    Working working(Occurrence o) {
        var working = Working.on("Why " + Days.weekday(o.date()) + "?")
                .step("It recurs " + cadence.words(), "RFC 5545: " + cadence.rule())
                .step(
                        "The first on or after " + Days.day(startsOn) + " is " + Days.weekday(cadence.first(startsOn)),
                        "the start agreed")
                .step(
                        "Number %d, counted from the first and not from the one before, is %s"
                                .formatted(before.invoices() + o.index() + 1, Days.weekday(o.agreed())),
                        "no drift in short months");
        if (!o.date().equals(o.agreed()))
            working.step(
                    "Banks are closed then, so it moves to " + Days.weekday(o.date()),
                    "banking days of " + shift.clearing().words());
        working.step("It covers " + o.period().words(), coverage.words(cadence.months()));
        if (o.isPart()) working.step("That is " + fraction(o, o.period()).words(), proration.words());
        return working.step("It is made on " + Days.weekday(o.makeOn()), madeDaysBefore + " days before its date")
                .done();
    }

    /** Which part of the periods of an occurrence a time within it takes. */
    public Fraction fraction(Occurrence o, ServicePeriod time) {
        return proration.fraction(time.from(), time.until(), o.whole());
    }
}
