package exactum.core.ledger;

import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.time.YearMonth;

/**
 * Which months of the books are closed. They close in order, so that everything up to a month is closed and all after it
 * is open.
 *
 * @param closedThrough the last closed month, or null while none is
 */
public record Periods(YearMonth closedThrough) {

    /** All open. */
    public static final Periods ALL_OPEN = new Periods(null);

    /** Whether an entry may count on the day. */
    public boolean isOpen(LocalDate day) {
        return closedThrough == null || YearMonth.from(day).isAfter(closedThrough);
    }

    /** The day an event of the given day counts on: its own, else the first day of the first open month. */
    public LocalDate countsOn(LocalDate day) {
        return isOpen(day) ? day : closedThrough.plusMonths(1).atDay(1);
    }

    /**
     * These periods with one more month closed.
     *
     * @throws Refusal if the month is closed already, or does not follow the last closed one
     */
    public Periods closing(YearMonth month) {
        if (closedThrough != null && !month.isAfter(closedThrough)) {
            throw new Refusal("period.closed", "%s is closed already. Nothing was changed.".formatted(month));
        }
        if (closedThrough != null && !month.equals(closedThrough.plusMonths(1))) {
            throw new Refusal(
                    "period.order",
                    "Months close in order: %s comes before %s. Nothing was changed."
                            .formatted(closedThrough.plusMonths(1), month));
        }
        return new Periods(month);
    }

    /**
     * These periods with the last closed month open; all before it stay closed.
     *
     * @throws Refusal if the month is not the last closed one
     */
    public Periods reopening(YearMonth month) {
        if (isOpen(month.atDay(1))) {
            throw new Refusal("period.open", "%s is open. Nothing was changed.".formatted(month));
        }
        if (!month.equals(closedThrough)) {
            throw new Refusal(
                    "period.order",
                    "Months reopen from the last one back: %s comes before %s. Nothing was changed."
                            .formatted(closedThrough, month));
        }
        return new Periods(month.minusMonths(1));
    }
}
