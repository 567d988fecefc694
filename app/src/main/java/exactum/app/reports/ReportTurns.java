package exactum.app.reports;

import exactum.core.problem.Refusal;
import java.io.IOException;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
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

    /** What is done in a turn. */
    interface Work<T> {
        T make() throws IOException;
    }

    <T> T take(Work<T> work) throws IOException {
        if (!hasCome())
            throw new Refusal(
                    "report.busy",
                    "Reports are being made for others just now. Try again in a minute; nothing is lost.");
        try {
            return work.make();
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
