package exactum.core.terms;

import exactum.core.calendar.BankingCalendar;
import exactum.core.text.Ordinal;
import java.time.LocalDate;
import java.time.YearMonth;

/** Where a day that was counted moves in the end. */
public sealed interface Then {
    Then AS_IS = new AsIs();
    Then MONTH_END_DAY = new MonthEnd();
    Then BANKING_DAY = new NextBankingDay();

    /** The day itself, or a later one; never an earlier one. */
    LocalDate from(LocalDate day, BankingCalendar calendar);

    /** In words, {@code then the month’s end}; empty where it stays. */
    String words();

    /** It stays as it was counted. */
    record AsIs() implements Then {
        @Override
        public LocalDate from(LocalDate day, BankingCalendar calendar) {
            return day;
        }

        @Override
        public String words() {
            return "";
        }
    }

    /** On to the last day of its month. */
    record MonthEnd() implements Then {
        @Override
        public LocalDate from(LocalDate day, BankingCalendar calendar) {
            return YearMonth.from(day).atEndOfMonth();
        }

        @Override
        public String words() {
            return "then the month’s end";
        }
    }

    /**
     * On to a day of the month, in this month or the next; a day that a month lacks is its last.
     *
     * @param day 1 to 31
     */
    record OnDay(int day) implements Then {
        public OnDay {
            if (day < 1 || day > 31) throw new IllegalArgumentException("day must be 1 to 31, but was " + day);
        }

        @Override
        public LocalDate from(LocalDate counted, BankingCalendar calendar) {
            LocalDate here = in(YearMonth.from(counted));
            return here.isBefore(counted) ? in(YearMonth.from(counted).plusMonths(1)) : here;
        }

        private LocalDate in(YearMonth month) {
            return month.atDay(Math.min(day, month.lengthOfMonth()));
        }

        @Override
        public String words() {
            return "then the " + Ordinal.of(day);
        }
    }

    /** On to the next day on which banks settle. */
    record NextBankingDay() implements Then {
        @Override
        public LocalDate from(LocalDate day, BankingCalendar calendar) {
            return calendar.openOrNext(day);
        }

        @Override
        public String words() {
            return "then the next banking day";
        }
    }
}
