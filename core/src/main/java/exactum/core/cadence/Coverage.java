package exactum.core.cadence;

import java.time.LocalDate;
import java.time.YearMonth;

/**
 * Which time an invoice covers, seen from its date. The calendar-month choices follow the month of the date and so
 * leave neither gap nor overlap, whatever the day in the month.
 */
public enum Coverage {
    /** The calendar month (or months) that begins with the month of the date. */
    MONTH_OF_DATE("in advance, for the %s from the month it falls in", true) {
        @Override
        ServicePeriod of(Cadence cadence, LocalDate start, int index) {
            return months(cadence, cadence.occurrence(start, index), 0);
        }
    },
    /** The calendar month (or months) that begins after the month of the date. */
    MONTH_AHEAD("in advance, for the %s ahead", true) {
        @Override
        ServicePeriod of(Cadence cadence, LocalDate start, int index) {
            return months(cadence, cadence.occurrence(start, index), 1);
        }
    },
    /** The calendar month (or months) that ended before the month of the date. */
    MONTH_BEFORE("in arrears, for the %s before", true) {
        @Override
        ServicePeriod of(Cadence cadence, LocalDate start, int index) {
            return months(cadence, cadence.occurrence(start, index), -cadence.months());
        }
    },
    /** From the date up to the next one. */
    FROM_DATE("in advance, from its date to the next", false) {
        @Override
        ServicePeriod of(Cadence cadence, LocalDate start, int index) {
            return new ServicePeriod(cadence.occurrence(start, index), cadence.occurrence(start, index + 1));
        }
    },
    /** From the date before up to this one. */
    UP_TO_DATE("in arrears, from the last date to this one", false) {
        @Override
        ServicePeriod of(Cadence cadence, LocalDate start, int index) {
            return new ServicePeriod(cadence.occurrence(start, index - 1), cadence.occurrence(start, index));
        }
    };

    private final String words;
    private final boolean calendarMonths;

    Coverage(String words, boolean calendarMonths) {
        this.words = words;
        this.calendarMonths = calendarMonths;
    }

    /** The period of the occurrence that is so many after the first; below 0 for those before. */
    abstract ServicePeriod of(Cadence cadence, LocalDate start, int index);

    /** How it is said of so many months, as {@code in advance, for the quarter ahead}; of none for a cadence that counts days. */
    public String words(int months) {
        if (this == MONTH_OF_DATE && months == 1) return "in advance, for the month it falls in";
        return calendarMonths ? words.formatted(span(months)) : words;
    }

    private static String span(int months) {
        return switch (months) {
            case 1 -> "month";
            case 3 -> "quarter";
            case 12 -> "year";
            default -> months + " months";
        };
    }

    /** Whether it needs a cadence that counts months. */
    public boolean isCalendarMonths() {
        return calendarMonths;
    }

    private static ServicePeriod months(Cadence cadence, LocalDate date, int offset) {
        LocalDate from = YearMonth.from(date).plusMonths(offset).atDay(1);
        return new ServicePeriod(from, from.plusMonths(cadence.months()));
    }
}
