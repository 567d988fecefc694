package exactum.app.ledger;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Proves the books every hour. */
@Configuration
class ProofJob {
    @Bean
    Task<Void> proveBooksTask(ProveBooks prove) {
        return Tasks.recurring("prove-books", FixedDelay.of(Duration.ofHours(1)))
                .execute((instance, context) -> prove.proveAll());
    }
}
