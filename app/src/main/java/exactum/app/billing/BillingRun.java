package exactum.app.billing;

import exactum.core.money.Money;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.UUID;

/** A billing run: rehearsed, running or done. */
public record BillingRun(
        UUID id,
        LocalDate date,
        String state,
        int planned,
        int issued,
        int leftOut,
        Money total,
        String madeBy,
        OffsetDateTime madeAt,
        OffsetDateTime startedAt,
        OffsetDateTime finishedAt) {

    public int handled() {
        return issued + leftOut;
    }

    /** Items handled a second since the start; 0 before anything was handled. */
    public long perSecond(OffsetDateTime now) {
        if (startedAt == null || handled() == 0) return 0;
        long milliseconds = Math.max(
                1,
                Duration.between(startedAt, finishedAt == null ? now : finishedAt)
                        .toMillis());
        return handled() * 1_000L / milliseconds;
    }

    /** Seconds that are left at the rate so far. */
    public long secondsLeft(OffsetDateTime now) {
        long rate = perSecond(now);
        return rate == 0 ? 0 : (planned - handled()) / rate;
    }
}
