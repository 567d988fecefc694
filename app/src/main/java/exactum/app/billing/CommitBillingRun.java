package exactum.app.billing;

import exactum.app.audit.Audit;
import java.time.LocalDate;
import java.util.UUID;
import org.jooq.exception.NoDataFoundException;
import org.springframework.stereotype.Component;

/** Commits a rehearsed run: claims it once and executes its plan chunk by chunk; killed, it goes on where it was. */
@Component
public class CommitBillingRun {
    private final PlanBillingRun plan;
    private final BillingStore runs;
    private final IssueInvoices issue;
    private final Audit audit;

    CommitBillingRun(PlanBillingRun plan, BillingStore runs, IssueInvoices issue, Audit audit) {
        this.plan = plan;
        this.runs = runs;
        this.issue = issue;
        this.audit = audit;
    }

    /** Plans and commits the run of a day by itself, its plan kept as the record; a day with nothing to make leaves none. */
    public void runFor(LocalDate day) {
        UUID run = plan.plan(day);
        if (runs.find(run).orElseThrow().planned() == 0) runs.drop(run);
        else if (start(run)) execute(run);
    }

    /** Claims the run; false if it was committed already. */
    public boolean start(UUID id) {
        boolean started = runs.start(id);
        if (started)
            audit.record(
                    "committed a billing run",
                    runs.find(id).orElseThrow().date().toString());
        return started;
    }

    /** Executes what is left of the plan. */
    public void execute(UUID id) {
        BillingRun run = runs.find(id).orElseThrow(() -> new NoDataFoundException("no billing run " + id));
        int handled;
        do handled = issue.issueChunk(run);
        while (handled > 0);
        runs.finish(id);
    }
}
