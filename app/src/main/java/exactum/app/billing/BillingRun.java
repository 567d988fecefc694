package exactum.app.billing;

import exactum.core.ids.RunId;
import exactum.core.money.Money;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.UUID;

/**
 * A billing run.
 *
 * @param filter whose arrangements it is for
 * @param planned how many items its plan has, those that cannot be made included
 * @param issued how many were issued
 * @param drafted how many became drafts, which wait for a person
 * @param leftOut how many of them were left out so far; in a rehearsal, how many cannot be made
 * @param totals what those that can be made come to, by currency
 */
record BillingRun(
        RunId id,
        LocalDate date,
        Filter filter,
        RunState state,
        int planned,
        int issued,
        int drafted,
        int leftOut,
        List<Money> totals,
        String madeBy,
        Times times) {

    /**
     * Whose arrangements a run is for.
     *
     * @param words of the arrangement’s name or reference, or of the customer; empty for all
     * @param group of customers, or null for all
     */
    record Filter(String words, UUID group) {
        static final Filter ALL = new Filter("", null);
    }

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
        return issued + drafted + leftOut;
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
