package exactum.standins.clock;

import exactum.core.calendar.BankingCalendar;
import exactum.core.calendar.TargetCalendar;
import java.time.DayOfWeek;
import java.time.LocalDate;

/** The days on which the stand-in's banks work: TARGET for the euro, Monday to Friday for others. */
public final class Banking {
    private static final BankingCalendar WEEKDAYS = new BankingCalendar() {
        @Override
        public boolean isOpen(LocalDate day) {
            return day.getDayOfWeek().compareTo(DayOfWeek.SATURDAY) < 0;
        }

        @Override
        public LocalDate knownUntil() {
            return LocalDate.MAX;
        }
    };

    private Banking() {}

    public static BankingCalendar days(String currency) {
        return currency.equals("EUR") ? TargetCalendar.INSTANCE : WEEKDAYS;
    }

    /** Whether no banking day of the month follows the day. */
    public static boolean isLastOfMonth(LocalDate day, String currency) {
        return days(currency).openOrNext(day.plusDays(1)).getMonth() != day.getMonth();
    }
}
