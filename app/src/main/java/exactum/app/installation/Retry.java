package exactum.app.installation;

import com.github.kagkarlsson.scheduler.task.FailureHandler;
import java.time.Duration;

/** When work in the background that failed, such as while the database was away, is taken up again. */
public final class Retry {
    private static final Duration SOON = Duration.ofSeconds(10);

    private Retry() {}

    /** Ten seconds later, as often as it takes. */
    public static <T> FailureHandler<T> soon() {
        return new FailureHandler.OnFailureRetryLater<>(SOON);
    }
}
