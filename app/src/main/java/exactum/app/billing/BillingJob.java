package exactum.app.billing;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import exactum.app.installation.Retry;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RunId;
import java.time.Instant;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Plans and executes runs in the background; a run whose machine died is taken up by another. */
@Configuration
class BillingJob {
    private static final TaskDescriptor<Void> PLAN = TaskDescriptor.of("billing-plan");
    private static final TaskDescriptor<Void> RUN = TaskDescriptor.of("billing-run");

    /** A run by the id of its job. */
    private record Of(BusinessId business, RunId run) {
        private static Of parse(String id) {
            String[] parts = id.split("/");
            return new Of(new BusinessId(Integer.parseInt(parts[0])), RunId.valueOf(parts[1]));
        }

        private String id() {
            return business + "/" + run;
        }
    }

    @Bean
    Task<Void> billingPlanTask(PlanBillingRun plan) {
        return Tasks.oneTime(PLAN).onFailure(Retry.soon()).execute((instance, context) -> {
            Of of = Of.parse(instance.getId());
            plan.plan(of.business(), of.run());
        });
    }

    @Bean
    Task<Void> billingRunTask(CommitBillingRun commit) {
        return Tasks.oneTime(RUN).onFailure(Retry.soon()).execute((instance, context) -> {
            Of of = Of.parse(instance.getId());
            commit.execute(of.business(), of.run());
        });
    }

    static void schedulePlan(SchedulerClient scheduler, BusinessId business, RunId run) {
        scheduler.scheduleIfNotExists(PLAN.instance(new Of(business, run).id()).scheduledTo(Instant.now()));
    }

    static void scheduleRun(SchedulerClient scheduler, BusinessId business, RunId run) {
        scheduler.scheduleIfNotExists(RUN.instance(new Of(business, run).id()).scheduledTo(Instant.now()));
    }
}
