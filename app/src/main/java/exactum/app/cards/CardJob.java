package exactum.app.cards;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Asks about silent collections, and takes card pages back, on a timer. */
@Configuration
class CardJob {
    @Bean
    Task<Void> askProcessorTask(AskProcessor ask) {
        return Tasks.recurring("ask-processor", FixedDelay.of(Duration.ofSeconds(30)))
                .execute((instance, context) -> ask.askAll());
    }

    @Bean
    Task<Void> withdrawCheckoutsTask(WithdrawCheckouts withdraw) {
        return Tasks.recurring("withdraw-checkouts", FixedDelay.of(Duration.ofSeconds(2)))
                .execute((instance, context) -> withdraw.withdrawAll());
    }
}
