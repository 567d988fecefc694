package exactum.app.billing;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approved;
import exactum.core.ids.RunId;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** A billing run that a second person approved is issued at once. */
@Component
class ApprovedRuns {
    private final CommitBillingRun commit;
    private final SchedulerClient scheduler;

    ApprovedRuns(CommitBillingRun commit, SchedulerClient scheduler) {
        this.commit = commit;
        this.scheduler = scheduler;
    }

    @EventListener
    void approved(Approved what) {
        if (what.kind() != ApprovalKind.BILLING_RUN) return;
        var run = new RunId(what.subject());
        if (commit.start(what.business(), run)) BillingJob.scheduleRun(scheduler, what.business(), run);
    }
}
