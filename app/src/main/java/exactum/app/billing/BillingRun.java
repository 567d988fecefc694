package exactum.app.billing;

import exactum.core.ids.RunId;
import exactum.core.money.Money;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;

/**
 * A billing run.
 *
 * @param forecast whether it only looks ahead and can never be committed
 * @param planned how many items its plan has, those that cannot be made included
 * @param leftOut how many of them were left out so far; in a rehearsal, how many cannot be made
 * @param totals what those that can be made come to, by currency
 */
record BillingRun(
        RunId id,
        LocalDate date,
        boolean forecast,
        RunState state,
        int planned,
        int issued,
        int leftOut,
        List<Money> totals,
        String madeBy,
        Times times) {

    /** When it was made, began to issue, and was done. */
    record Times(OffsetDateTime madeAt, OffsetDateTime startedAt, OffsetDateTime finishedAt) {}

    public boolean isWorking() {
        return state == RunState.PLANNING || state == RunState.RUNNING;
    }

    /** How many invoices a rehearsal would make. */
    public int issuable() {
        return planned - leftOut;
    }

    public int handled() {
        return issued + leftOut;
    }

    /** Items handled a second since the start; 0 before anything was handled. */
    public long perSecond(OffsetDateTime now) {
        if (times.startedAt() == null || handled() == 0) return 0;
        OffsetDateTime until = times.finishedAt() == null ? now : times.finishedAt();
        long milliseconds =
                Math.max(1, Duration.between(times.startedAt(), until).toMillis());
        return handled() * 1_000L / milliseconds;
    }

    /** Seconds that are left at the rate so far. */
    public long secondsLeft(OffsetDateTime now) {
        long rate = perSecond(now);
        return rate == 0 ? 0 : (planned - handled()) / rate;
    }
}
