package exactum.app.documents;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Adds together what the tallies of documents gathered, so that they stay few; the same stands there before and after. */
@Configuration
class TallyJob {
    @Bean
    Task<Void> foldTalliesTask(DocumentListStore store) {
        return Tasks.recurring("fold-tallies", FixedDelay.of(Duration.ofSeconds(30)))
                .execute((instance, context) -> store.fold());
    }
}
