package exactum.core.arrangement;

import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Line;
import java.time.LocalDate;
import java.util.Optional;

/**
 * A line of an arrangement and the time in which it is one: a price that changes is two of them.
 *
 * @param line what is billed
 * @param basis what its price is for
 * @param from its first day, or null where it is there from the start
 * @param until the day after its last, or null where it stays
 */
public record DatedLine(Line line, Basis basis, LocalDate from, LocalDate until) {
    public DatedLine {
        if (from != null && until != null && !from.isBefore(until))
            throw new IllegalArgumentException("“%s” would end before it begins".formatted(line.description()));
        if (basis == Basis.METERED && line.item() == null)
            throw new IllegalArgumentException(
                    "“%s” is billed as read, which needs an item of the catalogue".formatted(line.description()));
    }

    /** A line that is always there. */
    public static DatedLine of(Line line) {
        return new DatedLine(line, Basis.PERIOD, null, null);
    }

    /** The part of a time in which it is there; none where they do not meet. */
    public Optional<ServicePeriod> within(ServicePeriod time) {
        LocalDate first = from == null || from.isBefore(time.from()) ? time.from() : from;
        LocalDate end = until == null || until.isAfter(time.until()) ? time.until() : until;
        return first.isBefore(end) ? Optional.of(new ServicePeriod(first, end)) : Optional.empty();
    }

    /** Whether it is there on a day. */
    public boolean holdsOn(LocalDate day) {
        return (from == null || !day.isBefore(from)) && (until == null || day.isBefore(until));
    }

    /** The same, until a day. */
    public DatedLine endingBefore(LocalDate day) {
        return new DatedLine(line, basis, from, day);
    }
}
