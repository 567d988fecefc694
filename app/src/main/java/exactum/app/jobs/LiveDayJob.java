package exactum.app.jobs;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.installation.BusinessClock;
import java.time.LocalTime;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A live installation does the day's work every night at two; in a test installation the date is moved by hand. */
@Configuration
class LiveDayJob {
    @Bean
    Task<Void> dailyWorkTask(DailyWork work, FindBusinesses businesses, BusinessClock clock) {
        return Tasks.recurring("daily-work", Schedules.daily(LocalTime.of(2, 0)))
                .execute((instance, context) -> {
                    if (clock.isTest()) return;
                    for (Business business : businesses.all()) work.work(business.id(), clock.today(business.id()));
                });
    }
}
