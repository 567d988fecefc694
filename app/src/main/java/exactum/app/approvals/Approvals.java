package exactum.app.approvals;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.business.FindBusinesses;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The one way in which something waits for a second person. Whoever commits asks {@link #mayGo} first: yes at once where no
 * rule holds it, or where somebody else approved exactly this; else it is asked for, and {@link Approved} tells when it was
 * given.
 */
@Component
public class Approvals {
    private final ApprovalStore store;
    private final FindBusinesses businesses;
    private final FindSetup setup;
    private final BusinessClock clock;
    private final Audit audit;
    private final ApplicationEventPublisher events;

    Approvals(
            ApprovalStore store,
            FindBusinesses businesses,
            FindSetup setup,
            BusinessClock clock,
            Audit audit,
            ApplicationEventPublisher events) {
        this.store = store;
        this.businesses = businesses;
        this.setup = setup;
        this.clock = clock;
        this.audit = audit;
        this.events = events;
    }

    /**
     * What is to be done.
     *
     * @param subject its id
     * @param facts what a second person looks at; another text is another thing to approve
     * @param words what it is, as it follows “approve”
     * @param amounts what it comes to, by currency
     * @param href where it can be looked at
     */
    public record What(ApprovalKind kind, UUID subject, String facts, String words, List<Money> amounts, String href) {}

    /** Whether it may be done now; if not, it waits for a second person from now on. */
    @Transactional
    public boolean mayGo(BusinessId business, What what) {
        Optional<Money> above = limit(business, what.kind());
        if (above.isEmpty() && !what.kind().isAlways()) return needsNone(business, what);
        Money worth = worth(business, what.amounts());
        if (above.isPresent() && worth.compareTo(above.get()) <= 0) return needsNone(business, what);
        Optional<Approval> standing = store.find(business, what.kind(), what.subject());
        if (standing.filter(a -> a.facts().equals(what.facts())).isPresent())
            return standing.get().state() == Approval.State.APPROVED;
        store.withdraw(business, what.kind(), what.subject());
        ask(business, what, worth);
        return false;
    }

    /** What was asked for before the rule or the amount changed waits no longer. */
    private boolean needsNone(BusinessId business, What what) {
        store.withdraw(business, what.kind(), what.subject());
        return true;
    }

    private void ask(BusinessId business, What what, Money worth) {
        store.insert(
                business,
                new Approval(
                        Ids.next(),
                        what.kind(),
                        what.subject(),
                        what.facts(),
                        what.words(),
                        worth,
                        what.href(),
                        Audit.who(),
                        clock.today(business),
                        Approval.State.ASKED,
                        null,
                        ""));
        audit.record(business, "asked for approval", what.words() + ", " + worth.withCurrency());
    }

    /** What amounts of several currencies are worth in the business's own, at the rates known today. */
    private Money worth(BusinessId business, List<Money> amounts) {
        LocalDate today = clock.today(business);
        Currency own = businesses.get(business).currency();
        return amounts.stream()
                .map(m -> setup.rate(business, m.currency(), today)
                        .value(m.abs())
                        .value()
                        .own())
                .reduce(Money.zero(own), Money::plus);
    }

    /** Above which amount a kind needs a second person; nothing if it never does. */
    @Transactional(readOnly = true)
    public Optional<Money> limit(BusinessId business, ApprovalKind kind) {
        Currency own = businesses.get(business).currency();
        return Optional.ofNullable(store.rules(business).get(kind))
                .map(minor -> Money.ofMinor(own.getCurrencyCode(), minor));
    }

    /** Sets above which amount a kind needs a second person; null for never. */
    @Transactional
    public void setLimit(BusinessId business, ApprovalKind kind, Money above) {
        if (kind.isAlways())
            throw new Refusal(
                    "approval.always", "%s always needs a second person. Nothing was saved.".formatted(kind.title()));
        if (above != null && above.isNegative())
            throw new Refusal("approval.limit", "The amount is zero or more. Nothing was saved.").at("above");
        Optional<Money> before = limit(business, kind);
        store.setRule(business, kind, above == null ? null : above.minor());
        audit.record(
                business,
                "changed what needs a second person",
                kind.words(),
                Changes.of()
                        .and(
                                "above",
                                before.map(Money::withCurrency).orElse("never"),
                                above == null ? "never" : above.withCurrency()));
    }

    /** The last approval of something, however it ended. */
    @Transactional(readOnly = true)
    public Optional<Approval> last(BusinessId business, ApprovalKind kind, UUID subject) {
        return store.last(business, kind, subject);
    }

    /** Whether a second person has still to say yes or no to something. */
    @Transactional(readOnly = true)
    public boolean isAsked(BusinessId business, ApprovalKind kind, UUID subject) {
        return store.last(business, kind, subject)
                .filter(a -> a.state() == Approval.State.ASKED)
                .isPresent();
    }

    /** Says yes, by somebody else than who asked. */
    @Transactional
    public void approve(BusinessId business, UUID id, String note) {
        Approval a = decide(business, id, Approval.State.APPROVED, note);
        if (a != null) events.publishEvent(new Approved(business, a.kind(), a.subject()));
    }

    /** Says no, with a cause; who asked may change it and ask again. */
    @Transactional
    public void refuse(BusinessId business, UUID id, String cause) {
        if (cause.isBlank())
            throw new Refusal("approval.cause", "Why it is refused is missing. Nothing was changed.").at("note");
        decide(business, id, Approval.State.REFUSED, cause);
    }

    /** Forgets what is asked for, as when its subject is no more. */
    @Transactional
    public void withdraw(BusinessId business, ApprovalKind kind, UUID subject) {
        store.withdraw(business, kind, subject);
    }

    private Approval decide(BusinessId business, UUID id, Approval.State state, String note) {
        Approval a = store.find(business, id).orElseThrow(NotHere::new);
        if (a.state() == state) return null;
        if (a.state() != Approval.State.ASKED)
            throw new Refusal(
                    "approval.decided",
                    "This was %s%s already. Nothing was changed."
                            .formatted(a.state().words(), a.decidedBy() == null ? "" : " by " + a.decidedBy()));
        String who = Audit.who();
        if (who.equals(a.askedBy()))
            throw new Refusal(
                    "approval.own", "You made this yourself, so somebody else has to look at it. Nothing was changed.");
        store.decide(business, id, state, who, note);
        audit.record(
                business,
                state.words() + " what " + a.askedBy() + " made",
                a.words() + (note.isEmpty() ? "" : ": " + note));
        return a;
    }

    List<Approval> latest(BusinessId business, int most) {
        return store.latest(business, most);
    }

    Map<ApprovalKind, Long> rules(BusinessId business) {
        return store.rules(business);
    }
}
