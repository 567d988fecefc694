package exactum.app.cardruns;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
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
    private static final TaskDescriptor<Void> SALES = TaskDescriptor.of("card-sales");

    @Bean
    Task<Void> cardRunTask(ChargeCardRun charge) {
        return Tasks.oneTime(RUN).onFailure(Retry.soon()).execute((instance, context) -> {
            String[] parts = instance.getId().split("/");
            charge.execute(new BusinessId(Integer.parseInt(parts[0])), CardRunId.valueOf(parts[1]));
        });
    }

    @Bean
    Task<Void> cardSalesTask(CardWork work, BusinessClock clock) {
        return Tasks.oneTime(SALES).onFailure(Retry.soon()).execute((instance, context) -> {
            var business = new BusinessId(Integer.parseInt(instance.getId().split("/")[0]));
            work.sales(business, clock.today(business));
        });
    }

    static void scheduleSales(SchedulerClient scheduler, BusinessId business) {
        scheduler.scheduleIfNotExists(
                SALES.instance(business + "/" + Ids.next()).scheduledTo(Instant.now()));
    }

    static void schedule(SchedulerClient scheduler, BusinessId business, CardRunId run) {
        scheduler.scheduleIfNotExists(RUN.instance(business + "/" + run).scheduledTo(Instant.now()));
    }
}
