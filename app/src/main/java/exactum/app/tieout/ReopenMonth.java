package exactum.app.tieout;

import exactum.app.approvals.Approval;
import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.approvals.Approved;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.ClosePeriod;
import exactum.app.ledger.FindBooks;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.time.YearMonth;
import java.util.List;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Reopens the last closed month: one person asks for it with a cause, a second one says yes; what was signed of it counts no more. */
@Component
public class ReopenMonth {
    private final FindBooks books;
    private final ClosePeriod periods;
    private final SignatureStore signatures;
    private final Approvals approvals;
    private final BusinessClock clock;

    ReopenMonth(
            FindBooks books, ClosePeriod periods, SignatureStore signatures, Approvals approvals, BusinessClock clock) {
        this.books = books;
        this.periods = periods;
        this.signatures = signatures;
        this.approvals = approvals;
        this.clock = clock;
    }

    /** Asks for it; refused if the month is not the last closed one. */
    @Transactional
    public void ask(BusinessId business, YearMonth month, String cause) {
        periods.hold(business);
        books.periods(business).reopening(month);
        if (cause.isBlank())
            throw new Refusal("period.cause", "Why it is reopened is missing. Nothing was changed.").at("cause");
        approvals.mayGo(
                business,
                new Approvals.What(
                        ApprovalKind.REOPENING,
                        closingOf(business).id(),
                        cause,
                        "Reopen %s: %s".formatted(Texts.month(month), cause),
                        List.of(),
                        "/months/" + month));
    }

    /** What was asked for the last closed month, if anything was. */
    @Transactional(readOnly = true)
    public Optional<Approval> asked(BusinessId business) {
        return closing(business).flatMap(e -> approvals.last(business, ApprovalKind.REOPENING, e.id()));
    }

    @EventListener
    void approved(Approved what) {
        if (what.kind() != ApprovalKind.REOPENING) return;
        periods.hold(what.business());
        FindBooks.PeriodEvent closing = closingOf(what.business());
        Approval approval = approvals
                .last(what.business(), ApprovalKind.REOPENING, what.subject())
                .orElseThrow();
        if (!closing.id().equals(what.subject()))
            throw new Refusal("period.order", "The months have moved on since it was asked for. Nothing was changed.");
        periods.reopen(what.business(), closing.month(), approval.askedBy(), approval.facts());
        signatures.withdrawFrom(
                what.business(),
                closing.month(),
                clock.today(what.business()),
                approval.decidedBy(),
                "the month was reopened: " + approval.facts());
    }

    /** The closing that holds the last closed month; none where that month was closed along with a later one. */
    private Optional<FindBooks.PeriodEvent> closing(BusinessId business) {
        YearMonth through = books.periods(business).closedThrough();
        return books.periodEvents(business).stream()
                .filter(e -> !e.reopened() && e.month().equals(through))
                .findFirst();
    }

    private FindBooks.PeriodEvent closingOf(BusinessId business) {
        return closing(business)
                .orElseThrow(() -> new Refusal(
                        "period.open", "No month was closed by itself that could be reopened. Nothing was changed."));
    }
}
