package exactum.app.reports;

import exactum.app.business.Business;
import java.time.LocalDate;
import java.util.List;

/** Sums that a report of any days can be added up from, day by day or week by week. */
interface DaySumKind {

    /** As it is kept. */
    String name();

    /** Whether what a day comes to also depends on what was booked on days before it. */
    default boolean restsOnEarlier() {
        return false;
    }

    /** Whether it is summed by weeks, each on its Sunday, rather than by the days on which anything was booked. */
    default boolean isWeekly() {
        return false;
    }

    /** What days come to: as much as each of them by itself, added up. Weekly ones are asked for one week. */
    List<Sum> work(Business business, LocalDate from, LocalDate until);
}
