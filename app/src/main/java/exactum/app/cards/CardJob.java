package exactum.app.cards;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import exactum.app.documents.QuoteInvoiced;
import exactum.app.installation.Retry;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import java.time.Duration;
import java.time.Instant;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Acts on notices, asks about silent collections and takes card pages back, on a timer. */
@Configuration
class CardJob {
    private static final TaskDescriptor<Void> CAPTURE = TaskDescriptor.of("capture-authorisation");

    @Bean
    Task<Void> askProcessorTask(AskProcessor ask) {
        return Tasks.recurring("ask-processor", FixedDelay.of(Duration.ofSeconds(30)))
                .execute((instance, context) -> ask.askAll());
    }

    @Bean
    Task<Void> captureTask(CaptureAuthorisation capture) {
        return Tasks.oneTime(CAPTURE).onFailure(Retry.soon()).execute((instance, context) -> {
            String[] parts = instance.getId().split("/");
            capture.atIssue(
                    new BusinessId(Integer.parseInt(parts[0])),
                    DocumentId.valueOf(parts[1]),
                    DocumentId.valueOf(parts[2]));
        });
    }

    static void scheduleCapture(SchedulerClient scheduler, QuoteInvoiced what) {
        scheduler.scheduleIfNotExists(CAPTURE.instance(what.business() + "/" + what.quote() + "/" + what.invoice())
                .scheduledTo(Instant.now()));
    }

    @Bean
    Task<Void> workNoticesTask(WorkNotices work) {
        return Tasks.recurring("work-notices", FixedDelay.of(Duration.ofSeconds(2)))
                .execute((instance, context) -> work.work());
    }

    @Bean
    Task<Void> withdrawCheckoutsTask(WithdrawCheckouts withdraw) {
        return Tasks.recurring("withdraw-checkouts", FixedDelay.of(Duration.ofSeconds(2)))
                .execute((instance, context) -> withdraw.withdrawAll());
    }
}
