package exactum.app.debits;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.audit.Audit;
import exactum.app.mandates.Mandates;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DebitRunId;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import java.time.LocalDate;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What a business day brings to what is collected over mandates. */
@Component
public class DebitWork {
    private final ReportFeed reports;
    private final HandOver handOver;
    private final BookDebits book;
    private final AnnounceDebits announce;
    private final CommitDebitRun commit;
    private final PlanDebitRun plan;
    private final DebitRunStore runs;
    private final DebitSettingStore settings;
    private final RunBank bank;
    private final Mandates mandates;
    private final Approvals approvals;

    DebitWork(
            ReportFeed reports,
            HandOver handOver,
            BookDebits book,
            AnnounceDebits announce,
            CommitDebitRun commit,
            PlanDebitRun plan,
            DebitRunStore runs,
            DebitSettingStore settings,
            RunBank bank,
            Mandates mandates,
            Approvals approvals) {
        this.approvals = approvals;
        this.reports = reports;
        this.handOver = handOver;
        this.book = book;
        this.announce = announce;
        this.commit = commit;
        this.plan = plan;
        this.runs = runs;
        this.settings = settings;
        this.bank = bank;
        this.mandates = mandates;
    }

    /** Takes in what banks report, and sends what waits for their answer. */
    public void takeIn(BusinessId business) {
        Optional<Refusal> unsent = handOver.sendAll(business);
        reports.fetch(business);
        if (unsent.isPresent()) throw unsent.get();
    }

    /** Books what is collected by now; before the bank's statements are matched. */
    public void book(BusinessId business, LocalDate today) {
        book.book(business, today);
    }

    /** The rest of the day: mandates that end, runs that were killed half-way, notices, and the run that is proposed by itself. */
    public void day(BusinessId business, LocalDate today) {
        mandates.passDay(business, today);
        for (DebitRun left : runs.inState(business, DebitRun.State.COMMITTING)) commit.execute(business, left.id());
        boolean canCollect = bank.canCollect(business);
        if (!canCollect) return;
        announce.announce(business);
        DebitSettings how = settings.of(business);
        switch (how.timer()) {
            case OFF -> {}
            case PROPOSES -> propose(business, today.plusDays(how.horizonDays()));
            case COLLECTS -> collect(business, today);
        }
    }

    /** What has to be with the bank today, as late as it may be, so that payers can pay otherwise until then. */
    private void collect(BusinessId business, LocalDate today) {
        for (Scheme scheme : Scheme.values()) {
            if (bank.accounts(business, scheme).isEmpty()
                    || !scheme.rules().calendar().isOpen(today)
                    || waits(business, scheme)) continue;
            int lead = Math.max(
                    scheme.rules().termsOn(today).leadOpenDays(),
                    bank.account(business, scheme).profile().leadDays());
            LocalDate until = scheme.rules().calendar().plusOpenDays(today, lead);
            DebitRunId run = plan.rehearse(business, scheme, until, DebitRun.Filter.ALL);
            if (runs.find(business, run).orElseThrow().collectable() == 0) {
                runs.drop(business, run);
            } else if (commit.start(business, run)) {
                commit.execute(business, run);
                handOver.handOver(business, run);
            }
        }
    }

    /** Whether a run of the scheme waits for a second person; another one would plan the same. */
    private boolean waits(BusinessId business, Scheme scheme) {
        return runs.inState(business, DebitRun.State.REHEARSED).stream()
                .anyMatch(r -> r.scheme() == scheme && waits(r));
    }

    private boolean waits(DebitRun run) {
        return approvals.isAsked(
                run.business(), ApprovalKind.DEBIT_RUN, run.id().value());
    }

    /** A run is only proposed: a person looks, commits and hands it over. One that was not looked at is planned again. */
    private void propose(BusinessId business, LocalDate until) {
        for (DebitRun old : runs.inState(business, DebitRun.State.REHEARSED))
            if (old.madeBy().equals(Audit.who()) && !waits(old)) runs.drop(business, old.id());
        for (Scheme scheme : Scheme.values()) {
            if (bank.accounts(business, scheme).isEmpty() || waits(business, scheme)) continue;
            var run = plan.rehearse(business, scheme, until, DebitRun.Filter.ALL);
            if (runs.find(business, run).orElseThrow().collectable() == 0) runs.drop(business, run);
        }
    }
}
