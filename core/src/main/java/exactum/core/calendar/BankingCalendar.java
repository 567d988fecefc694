package exactum.core.calendar;

import java.time.LocalDate;

/** The days on which a clearing system settles. A calendar refuses dates beyond the years it is known for. */
public interface BankingCalendar {

    /**
     * Whether the system settles on the day.
     *
     * @throws IllegalArgumentException outside the known years
     */
    boolean isOpen(LocalDate day);

    /** The last day for which it is known; beyond it, it refuses. */
    LocalDate knownUntil();

    /** The day itself if open, else the next open day ("following"). */
    default LocalDate openOrNext(LocalDate day) {
        LocalDate open = day;
        while (!isOpen(open)) open = open.plusDays(1);
        return open;
    }

    /** The day itself if open, else the last open day before it ("preceding"). */
    default LocalDate openOrPrevious(LocalDate day) {
        LocalDate open = day;
        while (!isOpen(open)) open = open.minusDays(1);
        return open;
    }

    /** The day that is so many open days after the given one; the given day itself may be closed. */
    default LocalDate plusOpenDays(LocalDate day, int openDays) {
        LocalDate reached = day;
        for (int left = openDays; left > 0; left--) reached = openOrNext(reached.plusDays(1));
        return reached;
    }

    /** The day that is so many open days before the given one; the given day itself may be closed. */
    default LocalDate minusOpenDays(LocalDate day, int openDays) {
        LocalDate reached = day;
        for (int left = openDays; left > 0; left--) reached = openOrPrevious(reached.minusDays(1));
        return reached;
    }
}
