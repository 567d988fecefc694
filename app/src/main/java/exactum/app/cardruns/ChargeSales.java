package exactum.app.cardruns;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import exactum.app.documents.SalesToCharge;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Cash sales that cards on file pay are charged as soon as they are issued. */
@Component
class ChargeSales {
    private final SchedulerClient scheduler;

    ChargeSales(SchedulerClient scheduler) {
        this.scheduler = scheduler;
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    void issued(SalesToCharge sales) {
        CardRunJob.scheduleSales(scheduler, sales.business());
    }
}
