package exactum.core.cadence;

import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.List;

/**
 * One date of a recurring invoice.
 *
 * @param of the recurrence that it is one of
 * @param index counted from 0
 * @param agreed the day by the cadence
 * @param date the invoice date, which is the day agreed unless banks are closed and it moves
 * @param makeOn the day it is made, some days before its date
 * @param period the time it covers
 * @param whole the periods of the cadence that this time lies in; one and the same unless it is the first or last part
 */
public record Occurrence(
        Recurrence of,
        int index,
        LocalDate agreed,
        LocalDate date,
        LocalDate makeOn,
        ServicePeriod period,
        List<ServicePeriod> whole) {
    public Occurrence {
        whole = List.copyOf(whole);
    }

    /** Why this date and this period. */
    public Working working() {
        return of.working(this);
    }

    /** Whether it covers only a part of a period of the cadence. */
    public boolean isPart() {
        return whole.size() != 1 || !whole.getFirst().equals(period);
    }
}
