package exactum.app.morning;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Sends the day sheets of the morning. */
@Configuration
class MorningJob {
    @Bean
    Task<Void> morningMessagesTask(MorningMessages messages) {
        return Tasks.recurring("morning-messages", FixedDelay.of(Duration.ofSeconds(30)))
                .execute((instance, context) -> messages.sendDue());
    }
}
