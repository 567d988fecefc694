package exactum.app.billing;

import exactum.app.audit.Audit;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Commits a rehearsed run: claims it once and executes its plan chunk by chunk; killed, it goes on where it was. */
@Component
public class CommitBillingRun {
    private final BillingStore runs;
    private final IssueInvoices issue;
    private final Audit audit;

    CommitBillingRun(BillingStore runs, IssueInvoices issue, Audit audit) {
        this.runs = runs;
        this.issue = issue;
        this.audit = audit;
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
        BillingRun run = runs.find(id).orElseThrow();
        int handled;
        do handled = issue.issueChunk(run);
        while (handled > 0);
        runs.finish(id);
    }
}
