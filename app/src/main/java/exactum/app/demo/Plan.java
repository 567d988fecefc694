package exactum.app.demo;

import exactum.core.cadence.Cadence;
import exactum.core.cadence.Cadence.Unit;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Recurrence;
import exactum.core.cadence.Recurrence.End;
import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;

/** What the nth arrangement of the demo is; the same each time. */
record Plan(List<String> items, Recurrence recurrence, int number) {

    static Plan number(int i) {
        return switch (i % 8) {
            case 0, 1 ->
                new Plan(
                        List.of("BERTH-8", "POWER"),
                        recurrence(
                                Cadence.monthly(new DayRule.MonthDay(1 + i % 5)),
                                i,
                                Coverage.MONTH_OF_DATE,
                                new End.Never(),
                                0),
                        i);
            case 2 ->
                new Plan(
                        List.of("BERTH-12", "POWER"),
                        recurrence(
                                Cadence.monthly(new DayRule.NthWeekday(-1, DayOfWeek.THURSDAY)),
                                i,
                                Coverage.MONTH_AHEAD,
                                new End.OnDate(LocalDate.of(2027, 10, 31)),
                                7),
                        i);
            case 3 ->
                new Plan(
                        List.of("STORE"),
                        recurrence(
                                Cadence.monthly(new DayRule.MonthDay(15)),
                                i,
                                Coverage.MONTH_OF_DATE,
                                new End.After(7),
                                0),
                        i);
            case 4 ->
                new Plan(
                        List.of("CLUB", "POWER"),
                        recurrence(
                                new Cadence(Unit.QUARTER, 1, new DayRule.LastDay()),
                                i,
                                Coverage.MONTH_AHEAD,
                                new End.Never(),
                                14),
                        i);
            case 5 ->
                new Plan(
                        List.of("BUOY"),
                        recurrence(
                                Cadence.monthly(new DayRule.MonthDay(31)), i, Coverage.MONTH_AHEAD, new End.Never(), 0),
                        i);
            case 6 ->
                new Plan(
                        List.of("LOCKER", "KEY"),
                        recurrence(
                                new Cadence(Unit.QUARTER, 1, new DayRule.MonthDay(10)),
                                i,
                                Coverage.MONTH_OF_DATE,
                                new End.Never(),
                                3),
                        i);
            default ->
                new Plan(
                        List.of("POWER", "WATER"),
                        recurrence(
                                Cadence.monthly(new DayRule.LastDay()), i, Coverage.MONTH_OF_DATE, new End.Never(), 0),
                        i);
        };
    }

    Plan startingOn(LocalDate day) {
        return new Plan(
                items,
                new Recurrence(
                        recurrence.cadence(),
                        day,
                        recurrence.coverage(),
                        recurrence.end(),
                        recurrence.madeDaysBefore()),
                number);
    }

    BigDecimal quantity(String item) {
        return item.equals("POWER")
                ? new BigDecimal(60 + number * 37 % 190)
                : item.equals("WATER") ? new BigDecimal("3.5") : BigDecimal.ONE;
    }

    private static Recurrence recurrence(Cadence cadence, int i, Coverage coverage, End end, int before) {
        return new Recurrence(cadence, DemoDays.FIRST.plusDays(i % 4 == 0 ? 0 : i * 13L % 120), coverage, end, before);
    }
}
