package exactum.app.jobs;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.NightlyWork;
import java.time.Duration;
import java.time.LocalDate;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * In a live installation each business's day begins at two in the morning of its own zone: its work is done then, or as soon
 * afterwards as Exactum runs. In a test installation the date is moved by hand.
 */
@Configuration
class LiveDayJob {
    private static final Logger LOG = LoggerFactory.getLogger(LiveDayJob.class);

    @Bean
    Task<Void> dailyWorkTask(DailyWork work, FindBusinesses businesses, BusinessClock clock, NightlyWork nights) {
        return Tasks.recurring("daily-work", FixedDelay.of(Duration.ofMinutes(5)))
                .execute((instance, context) -> {
                    if (clock.isTest()) return;
                    for (Business business : businesses.all()) {
                        LocalDate day = clock.today(business.id());
                        if (!nights.isDue(business.id(), clock.now())) continue;
                        try {
                            work.work(business.id(), day);
                            nights.done(business.id(), day);
                        } catch (RuntimeException fault) {
                            LOG.error("the night of {} failed and is tried again", business.code(), fault);
                        }
                    }
                });
    }
}
