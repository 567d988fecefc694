package exactum.app.cardruns;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import exactum.app.installation.Retry;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardRunId;
import java.time.Instant;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Charges runs in the background; a run whose machine died is taken up by another. */
@Configuration
class CardRunJob {
    private static final TaskDescriptor<Void> RUN = TaskDescriptor.of("card-run");

    @Bean
    Task<Void> cardRunTask(ChargeCardRun charge) {
        return Tasks.oneTime(RUN).onFailure(Retry.soon()).execute((instance, context) -> {
            String[] parts = instance.getId().split("/");
            charge.execute(new BusinessId(Integer.parseInt(parts[0])), CardRunId.valueOf(parts[1]));
        });
    }

    static void schedule(SchedulerClient scheduler, BusinessId business, CardRunId run) {
        scheduler.scheduleIfNotExists(RUN.instance(business + "/" + run).scheduledTo(Instant.now()));
    }
}
