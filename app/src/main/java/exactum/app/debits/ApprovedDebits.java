package exactum.app.debits;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approved;
import exactum.core.ids.DebitRunId;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** A run that a second person approved is committed at once. */
@Component
class ApprovedDebits {
    private final CommitDebitRun commit;
    private final SchedulerClient scheduler;

    ApprovedDebits(CommitDebitRun commit, SchedulerClient scheduler) {
        this.commit = commit;
        this.scheduler = scheduler;
    }

    @EventListener
    void approved(Approved what) {
        if (what.kind() != ApprovalKind.DEBIT_RUN) return;
        var run = new DebitRunId(what.subject());
        if (commit.start(what.business(), run)) DebitJob.schedule(scheduler, what.business(), run);
    }
}
