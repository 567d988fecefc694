package exactum.app.cardruns;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approved;
import exactum.core.ids.CardRunId;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** A run that a second person approved is charged at once. */
@Component
class ApprovedCardRuns {
    private final ChargeCardRun charge;
    private final SchedulerClient scheduler;

    ApprovedCardRuns(ChargeCardRun charge, SchedulerClient scheduler) {
        this.charge = charge;
        this.scheduler = scheduler;
    }

    @EventListener
    void approved(Approved what) {
        if (what.kind() != ApprovalKind.CARD_RUN) return;
        var run = new CardRunId(what.subject());
        if (charge.start(what.business(), run)) CardRunJob.schedule(scheduler, what.business(), run);
    }
}
