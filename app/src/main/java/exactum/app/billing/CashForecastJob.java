package exactum.app.billing;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import exactum.app.daysheet.FreshForecast;
import exactum.app.installation.BusinessClock;
import exactum.app.installation.Retry;
import exactum.core.ids.BusinessId;
import java.time.Instant;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Works the forecast of cash out in the background once somebody looks and it is of an earlier state. */
@Configuration
class CashForecastJob {
    private static final TaskDescriptor<Void> FORECAST = TaskDescriptor.of("forecast-cash");

    @Bean
    Task<Void> cashForecastTask(CashForecast forecast) {
        return Tasks.oneTime(FORECAST).onFailure(Retry.soon()).execute((instance, context) -> {
            forecast.workOut(new BusinessId(Integer.parseInt(instance.getId())));
        });
    }

    /** Asked by the day sheet; the scheduler is there once everything else is. */
    @Bean
    FreshForecast freshForecast(
            CashForecastStore store, BusinessClock clock, ObjectProvider<SchedulerClient> scheduler) {
        return business -> {
            if (!store.isOf(business, store.stamp(business, clock.today(business))))
                scheduler
                        .getObject()
                        .scheduleIfNotExists(
                                FORECAST.instance(business.toString()).scheduledTo(Instant.now()));
        };
    }
}
