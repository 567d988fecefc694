package exactum.core.calendar;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.Month;
import java.time.temporal.TemporalAdjusters;
import java.util.Set;

/**
 * The days on which banks in England and Wales settle: closed on Saturdays, Sundays and bank holidays, with substitutes.
 * Source: Banking and Financial Dealings Act 1971, Schedule 1, and the proclamations of 2019 to 2023 for what was moved or
 * added.
 */
public final class EnglandCalendar implements BankingCalendar {
    public static final EnglandCalendar INSTANCE = new EnglandCalendar();
    private static final int FIRST_YEAR = 2018;
    private static final int LAST_YEAR = 2035;
    private static final Set<LocalDate> ADDED = Set.of(
            LocalDate.of(2020, 5, 8),
            LocalDate.of(2022, 6, 2),
            LocalDate.of(2022, 6, 3),
            LocalDate.of(2022, 9, 19),
            LocalDate.of(2023, 5, 8));
    private static final Set<LocalDate> MOVED_AWAY = Set.of(LocalDate.of(2020, 5, 4), LocalDate.of(2022, 5, 30));

    private EnglandCalendar() {}

    @Override
    public LocalDate knownUntil() {
        return LocalDate.of(LAST_YEAR, 12, 31);
    }

    @Override
    public boolean isOpen(LocalDate day) {
        if (day.getYear() < FIRST_YEAR || day.getYear() > LAST_YEAR) {
            throw new IllegalArgumentException(
                    "The banking days of England and Wales are known from %d to %d, not for %s"
                            .formatted(FIRST_YEAR, LAST_YEAR, day));
        }
        if (isWeekend(day) || ADDED.contains(day)) return false;
        LocalDate easter = Easter.sunday(day.getYear());
        return MOVED_AWAY.contains(day)
                || !day.equals(easter.minusDays(2))
                        && !day.equals(easter.plusDays(1))
                        && !isMondayHoliday(day)
                        && !isChristmas(day)
                        && !day.equals(afterWeekend(LocalDate.of(day.getYear(), 1, 1)));
    }

    private static boolean isMondayHoliday(LocalDate day) {
        return day.equals(day.with(Month.MAY).with(TemporalAdjusters.firstInMonth(DayOfWeek.MONDAY)))
                || day.equals(day.with(Month.MAY).with(TemporalAdjusters.lastInMonth(DayOfWeek.MONDAY)))
                || day.equals(day.with(Month.AUGUST).with(TemporalAdjusters.lastInMonth(DayOfWeek.MONDAY)));
    }

    /** 25 and 26 December; whichever falls on a weekend is made up for on the next weekday that is no holiday yet. */
    private static boolean isChristmas(LocalDate day) {
        if (day.getMonth() != Month.DECEMBER) return false;
        LocalDate christmas = LocalDate.of(day.getYear(), 12, 25);
        return switch (christmas.getDayOfWeek()) {
            case FRIDAY -> day.getDayOfMonth() == 25 || day.getDayOfMonth() == 28;
            case SATURDAY, SUNDAY ->
                day.getDayOfMonth() == 27
                        || day.getDayOfMonth() == (christmas.getDayOfWeek() == DayOfWeek.SATURDAY ? 28 : 26);
            default -> day.getDayOfMonth() == 25 || day.getDayOfMonth() == 26;
        };
    }

    private static LocalDate afterWeekend(LocalDate day) {
        return isWeekend(day) ? day.with(TemporalAdjusters.next(DayOfWeek.MONDAY)) : day;
    }

    private static boolean isWeekend(LocalDate day) {
        return day.getDayOfWeek() == DayOfWeek.SATURDAY || day.getDayOfWeek() == DayOfWeek.SUNDAY;
    }
}
