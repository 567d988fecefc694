package exactum.app.billing;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Instant;
import java.util.UUID;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Executes committed runs in the background; a run whose machine died is taken up by another. */
@Configuration
class BillingJob {
    private static final TaskDescriptor<Void> BILLING_RUN = TaskDescriptor.of("billing-run");

    @Bean
    Task<Void> billingRunTask(CommitBillingRun commit) {
        return Tasks.oneTime(BILLING_RUN)
                .execute((instance, context) -> commit.execute(UUID.fromString(instance.getId())));
    }

    static void schedule(SchedulerClient scheduler, UUID run) {
        scheduler.scheduleIfNotExists(BILLING_RUN.instance(run.toString()).scheduledTo(Instant.now()));
    }
}
