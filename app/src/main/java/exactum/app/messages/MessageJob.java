package exactum.app.messages;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Sends what waits, every few seconds. */
@Configuration
class MessageJob {
    @Bean
    Task<Void> sendMessagesTask(SendMessages send) {
        return Tasks.recurring("send-messages", FixedDelay.of(Duration.ofSeconds(2)))
                .execute((instance, context) -> send.sendAll());
    }
}
