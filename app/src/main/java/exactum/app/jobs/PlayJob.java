package exactum.app.jobs;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import exactum.app.database.Ids;
import exactum.app.installation.PlayDays;
import exactum.app.installation.Retry;
import java.time.Instant;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Plays the days that are set off, one journey at a time; killed, another start takes it up. */
@Configuration
class PlayJob {
    private static final TaskDescriptor<Void> PLAY_DAYS = TaskDescriptor.of("play-days");

    @Bean
    Task<Void> playDaysTask(PlayDays play) {
        return Tasks.oneTime(PLAY_DAYS).onFailure(Retry.soon()).execute((instance, context) -> play.playOn());
    }

    static void schedule(SchedulerClient scheduler) {
        scheduler.scheduleIfNotExists(PLAY_DAYS.instance(Ids.next().toString()).scheduledTo(Instant.now()));
    }
}
