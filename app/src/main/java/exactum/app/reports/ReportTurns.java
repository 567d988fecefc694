package exactum.app.reports;

import exactum.core.problem.Refusal;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * Reports are made a few at a time, so that pages stay fast meanwhile. Who asks waits for a turn before anything of the database
 * is taken, and is told so where none comes.
 */
@Component
class ReportTurns {
    private static final int AT_ONCE = 3;
    private static final int PATIENCE = 30;
    private final Semaphore turns = new Semaphore(AT_ONCE, true);

    /** Does the work in a turn. */
    <T> T take(Supplier<T> work) {
        if (!hasCome())
            throw new Refusal(
                    "report.busy",
                    "Reports are being made for others just now. Try again in a minute; nothing is lost.");
        try {
            return work.get();
        } finally {
            turns.release();
        }
    }

    private boolean hasCome() {
        try {
            return turns.tryAcquire(PATIENCE, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }
}
