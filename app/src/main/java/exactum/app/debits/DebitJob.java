package exactum.app.debits;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import exactum.app.installation.Retry;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DebitRunId;
import java.time.Instant;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Commits runs in the background; a run whose machine died is taken up by another. */
@Configuration
class DebitJob {
    private static final TaskDescriptor<Void> RUN = TaskDescriptor.of("debit-run");

    @Bean
    Task<Void> debitRunTask(CommitDebitRun commit) {
        return Tasks.oneTime(RUN).onFailure(Retry.soon()).execute((instance, context) -> {
            String[] parts = instance.getId().split("/");
            commit.execute(new BusinessId(Integer.parseInt(parts[0])), DebitRunId.valueOf(parts[1]));
        });
    }

    static void schedule(SchedulerClient scheduler, BusinessId business, DebitRunId run) {
        scheduler.scheduleIfNotExists(RUN.instance(business + "/" + run).scheduledTo(Instant.now()));
    }
}
