package exactum.app.billing;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.audit.Audit;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RunId;
import java.time.LocalDate;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.jooq.exception.NoDataFoundException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Commits a rehearsed run: claims it once and executes its plan chunk by chunk, two workers at a time, so that the database and
 * this program work at once. Killed, it goes on where it was.
 */
@Component
public class CommitBillingRun {
    private static final int CHUNK = 800;
    private static final int WORKERS = 2;
    private final PlanBillingRun plan;
    private final RunStore runs;
    private final IssueChunk chunks;
    private final Approvals approvals;
    private final Audit audit;
    private final TransactionTemplate transaction;

    CommitBillingRun(
            PlanBillingRun plan,
            RunStore runs,
            IssueChunk chunks,
            Approvals approvals,
            Audit audit,
            TransactionTemplate transaction) {
        this.plan = plan;
        this.runs = runs;
        this.chunks = chunks;
        this.approvals = approvals;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * Plans and commits the run of a day by itself, its plan kept as the record; a day with nothing that can be made leaves none. One of
     * its own that was killed half-way is ended first: it goes on where it was, or, if it was not committed yet, is planned with
     * this one, even where it waited for a second person.
     */
    public void runFor(BusinessId business, LocalDate day) {
        transaction.executeWithoutResult(s -> runs.dropPlans(business, Audit.who())
                .forEach(left -> approvals.withdraw(business, ApprovalKind.BILLING_RUN, left.value())));
        runs.running(business, Audit.who()).forEach(left -> execute(business, left));
        RunId run = plan.begin(business, day, "", null);
        plan.plan(business, run);
        if (runs.find(business, run).orElseThrow(NotHere::new).issuable() == 0) {
            transaction.executeWithoutResult(s -> runs.drop(business, run));
        } else if (Boolean.TRUE.equals(transaction.execute(s -> start(business, run)))) {
            execute(business, run);
        }
    }

    /** Claims the run; false if it was committed already, is a forecast, or waits for a second person from now on. */
    @Transactional
    public boolean start(BusinessId business, RunId id) {
        BillingRun run = runs.find(business, id).orElseThrow(NotHere::new);
        boolean rehearsed = run.state() == RunState.REHEARSED;
        if (rehearsed && !approvals.mayGo(business, toApprove(run))) return false;
        boolean started = runs.start(business, id, CHUNK);
        if (started)
            audit.record(
                    business,
                    "committed a billing run",
                    runs.find(business, id).orElseThrow().date().toString());
        return started;
    }

    /** A plan never changes, so that the run itself is all there is to look at. */
    private static Approvals.What toApprove(BillingRun run) {
        return new Approvals.What(
                ApprovalKind.BILLING_RUN,
                run.id().value(),
                run.id().toString(),
                "Issue the billing run for %s, %s"
                        .formatted(Texts.day(run.date()), Texts.count(run.issuable(), "invoice", "invoices")),
                run.totals(),
                "/billing-runs/" + run.id());
    }

    /** Stops a run after the chunks that are being made; it can go on later. */
    @Transactional
    public void stop(BusinessId business, RunId id) {
        if (runs.stop(business, id)) audit.record(business, "stopped a billing run", id.toString());
    }

    /** Lets a stopped run go on; false if it is not stopped. */
    @Transactional
    public boolean goOn(BusinessId business, RunId id) {
        boolean goes = runs.goOn(business, id);
        if (goes) audit.record(business, "let a billing run go on", id.toString());
        return goes;
    }

    /** Executes what is left of the plan. */
    public void execute(BusinessId business, RunId id) {
        BillingRun run = runs.find(business, id).orElseThrow(() -> new NoDataFoundException("no billing run " + id));
        try (var pool = Executors.newFixedThreadPool(WORKERS)) {
            List<Future<Object>> workers = pool.invokeAll(IntStream.range(0, WORKERS)
                    .mapToObj(i -> (Callable<Object>) () -> {
                        while (runs.isRunning(business, id) && chunks.issueNext(business, run)) {}
                        return null;
                    })
                    .toList());
            for (Future<Object> worker : workers) worker.get();
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            return;
        } catch (ExecutionException failed) {
            throw new IllegalStateException(failed.getCause());
        }
        transaction.executeWithoutResult(s -> runs.finish(business, id));
    }
}
