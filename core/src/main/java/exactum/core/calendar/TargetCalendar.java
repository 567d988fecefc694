package exactum.core.calendar;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.MonthDay;
import java.util.Set;

/**
 * The euro area's TARGET calendar: closed on Saturdays, Sundays, 1 January, Good Friday, Easter Monday, 1 May, 25 and
 * 26 December, without substitutes. Source: the ECB's TARGET calendar decision of 2000, in force since 2002.
 */
public final class TargetCalendar implements BankingCalendar {
    public static final TargetCalendar INSTANCE = new TargetCalendar();
    private static final int FIRST_YEAR = 2002;
    private static final int LAST_YEAR = 2035;
    private static final Set<MonthDay> FIXED =
            Set.of(MonthDay.of(1, 1), MonthDay.of(5, 1), MonthDay.of(12, 25), MonthDay.of(12, 26));

    private TargetCalendar() {}

    @Override
    public LocalDate knownUntil() {
        return LocalDate.of(LAST_YEAR, 12, 31);
    }

    @Override
    public boolean isOpen(LocalDate day) {
        if (day.getYear() < FIRST_YEAR || day.getYear() > LAST_YEAR) {
            throw new IllegalArgumentException(
                    "The TARGET calendar is known from %d to %d, not for %s".formatted(FIRST_YEAR, LAST_YEAR, day));
        }
        if (day.getDayOfWeek() == DayOfWeek.SATURDAY || day.getDayOfWeek() == DayOfWeek.SUNDAY) return false;
        LocalDate easter = Easter.sunday(day.getYear());
        return !FIXED.contains(MonthDay.from(day))
                && !day.equals(easter.minusDays(2))
                && !day.equals(easter.plusDays(1));
    }
}
