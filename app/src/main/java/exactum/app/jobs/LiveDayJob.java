package exactum.app.jobs;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import exactum.app.clock.BusinessClock;
import exactum.app.setup.SetupStore;
import java.time.LocalTime;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** In practice the date is moved by hand; otherwise the day's work is done every night at two. */
@Configuration
class LiveDayJob {
    @Bean
    Task<Void> dailyWorkTask(DailyWork work, BusinessClock clock, SetupStore setup) {
        return Tasks.recurring("daily-work", Schedules.daily(LocalTime.of(2, 0)))
                .execute((instance, context) -> {
                    if (!clock.isPractice() && setup.findBusiness().isPresent()) work.work(clock.today());
                });
    }
}
