package exactum.app.customers;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import exactum.app.installation.Retry;
import exactum.core.ids.BusinessId;
import java.time.Instant;
import java.util.UUID;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Imports customers in the background; an import whose machine died is taken up by another. */
@Configuration
class ImportJob {
    private static final TaskDescriptor<Void> IMPORT = TaskDescriptor.of("import-customers");

    @Bean
    Task<Void> importCustomersTask(ImportCustomers imports) {
        return Tasks.oneTime(IMPORT).onFailure(Retry.soon()).execute((instance, context) -> {
            String[] of = instance.getId().split("/");
            imports.take(new BusinessId(Integer.parseInt(of[0])), UUID.fromString(of[1]));
        });
    }

    static void schedule(SchedulerClient scheduler, BusinessId business, UUID id) {
        scheduler.scheduleIfNotExists(IMPORT.instance(business + "/" + id).scheduledTo(Instant.now()));
    }
}
