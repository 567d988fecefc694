package exactum.app.messages;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.boot.context.properties.EnableConfigurationProperties;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Sends what waits, every few seconds, and reads what did not arrive. */
@Configuration
@EnableConfigurationProperties(ReportSettings.class)
class MessageJob {
    @Bean
    Task<Void> readReportsTask(Reports reports) {
        return Tasks.recurring("read-reports", FixedDelay.of(Duration.ofSeconds(10)))
                .execute((instance, context) -> reports.takeIn());
    }

    @Bean
    Task<Void> sendMessagesTask(SendMessages send) {
        return Tasks.recurring("send-messages", FixedDelay.of(Duration.ofSeconds(2)))
                .execute((instance, context) -> send.sendAll());
    }
}
