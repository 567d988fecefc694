package exactum.app.ledger;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import exactum.app.installation.Retry;
import exactum.core.ids.BusinessId;
import java.time.Duration;
import java.time.Instant;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Proves the books every hour, and those of a business when somebody asks: large ones take longer than a page may. */
@Configuration
class ProofJob {
    private static final TaskDescriptor<Void> ASKED = TaskDescriptor.of("prove-books-asked");

    @Bean
    Task<Void> proveBooksTask(ProveBooks prove) {
        return Tasks.recurring("prove-books", FixedDelay.of(Duration.ofHours(1)))
                .execute((instance, context) -> prove.proveAll());
    }

    @Bean
    Task<Void> proveBooksAskedTask(ProveBooks prove) {
        return Tasks.oneTime(ASKED)
                .onFailure(Retry.soon())
                .execute((instance, context) -> prove.prove(new BusinessId(Integer.parseInt(instance.getId()))));
    }

    /** Has the books of a business proven; while they are, whoever asks again waits for the same proof. */
    static void schedule(SchedulerClient scheduler, BusinessId business) {
        scheduler.scheduleIfNotExists(ASKED.instance(business.toString()).scheduledTo(Instant.now()));
    }

    static boolean isUnderWay(SchedulerClient scheduler, BusinessId business) {
        return scheduler
                .getScheduledExecution(ASKED.instanceId(business.toString()))
                .isPresent();
    }
}
