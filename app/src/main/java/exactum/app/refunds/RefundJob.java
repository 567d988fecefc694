package exactum.app.refunds;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Asks again for refunds that were not answered, on a timer. */
@Configuration
class RefundJob {
    @Bean
    Task<Void> sendRefundsTask(SendRefunds send) {
        return Tasks.recurring("send-refunds", FixedDelay.of(Duration.ofSeconds(15)))
                .execute((instance, context) -> send.sendAll());
    }
}
