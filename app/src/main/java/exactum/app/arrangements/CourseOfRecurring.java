package exactum.app.arrangements;

import exactum.app.audit.Audit;
import exactum.app.web.Texts;
import exactum.core.cadence.Occurrence;
import exactum.core.ids.BusinessId;
import exactum.core.ids.RecurringId;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Pauses a recurring invoice and resumes it, leaves a date out and takes it in again. */
@Component
public class CourseOfRecurring {
    private final RecurringStore store;
    private final SaveRecurring save;
    private final Audit audit;

    CourseOfRecurring(RecurringStore store, SaveRecurring save, Audit audit) {
        this.store = store;
        this.save = save;
        this.audit = audit;
    }

    /** What becomes of the dates that went by while it was paused. */
    public enum Gap {
        /** The next billing run makes them. */
        CATCH_UP,
        /** They are left out for good. */
        LEAVE_OUT
    }

    /** Nothing is made from now on until it is resumed. */
    @Transactional
    public void pause(BusinessId business, RecurringId id, int revision, LocalDate today) {
        RecurringInvoice r = save.locked(business, id, revision);
        if (r.state() != RecurringState.ACTIVE) throw not("paused", r);
        store.update(
                business,
                r.at(new RecurringInvoice.Progress(
                        RecurringState.PAUSED, r.nextIndex(), r.progress().skipped(), today)));
        audit.record(business, "paused a recurring invoice", r.name());
    }

    /** The dates that went by while it was paused, up to a day. */
    public Stream<Occurrence> missed(RecurringInvoice r, LocalDate today) {
        return r.state() == RecurringState.PAUSED ? r.toMake(today) : Stream.empty();
    }

    /** It goes on; what became due meanwhile is caught up or left out. */
    @Transactional
    public void resume(BusinessId business, RecurringId id, int revision, Gap gap, LocalDate today) {
        RecurringInvoice r = save.locked(business, id, revision);
        if (r.state() != RecurringState.PAUSED) throw not("resumed", r);
        List<LocalDate> missed = missed(r, today).map(o -> o.period().from()).toList();
        if (gap == Gap.LEAVE_OUT)
            store.skip(
                    business,
                    id,
                    missed,
                    "paused since " + Texts.day(r.progress().pausedOn()));
        RecurringInvoice seen = store.find(business, id).orElseThrow();
        store.update(
                business,
                seen.at(new RecurringInvoice.Progress(
                        RecurringState.ACTIVE, seen.nextIndex(), seen.progress().skipped(), null)));
        audit.record(
                business,
                "resumed a recurring invoice",
                "%s: %s %s"
                        .formatted(
                                r.name(),
                                Texts.count(missed.size(), "missed date", "missed dates"),
                                gap == Gap.LEAVE_OUT ? "left out" : "to be billed"));
    }

    /** Leaves a period out that is not billed yet. */
    @Transactional
    public void skip(BusinessId business, RecurringId id, int revision, LocalDate periodFrom, String cause) {
        RecurringInvoice r = save.locked(business, id, revision);
        Occurrence left = r.ahead()
                .takeWhile(o -> !o.period().from().isAfter(periodFrom))
                .filter(o -> o.period().from().equals(periodFrom))
                .findFirst()
                .orElseThrow(() ->
                        new Refusal("recurring.skip", "That date is billed or left out already. Nothing was changed."));
        store.skip(business, id, List.of(periodFrom), cause);
        store.update(business, store.find(business, id).orElseThrow());
        audit.record(
                business,
                "left out a date of a recurring invoice",
                "%s, %s: %s".formatted(r.name(), left.period().words(), cause));
    }

    /** Takes a period in again that was left out. */
    @Transactional
    public void takeIn(BusinessId business, RecurringId id, int revision, LocalDate periodFrom) {
        RecurringInvoice r = save.locked(business, id, revision);
        boolean ahead = r.recurrence()
                .from(r.nextIndex())
                .takeWhile(o -> !o.period().from().isAfter(periodFrom))
                .anyMatch(o -> o.period().from().equals(periodFrom));
        if (!ahead)
            throw new Refusal(
                    "recurring.skip-passed",
                    "Later dates are billed already, so it cannot be taken in again. Nothing was changed. Make an invoice for it by hand.");
        store.unskip(business, id, periodFrom);
        store.update(business, store.find(business, id).orElseThrow());
        audit.record(business, "took in a date again", r.name() + ", " + Texts.day(periodFrom));
    }

    /** Lets it end as it was rehearsed. */
    @Transactional(propagation = Propagation.MANDATORY)
    void end(BusinessId business, RecurringInvoice before, RecurringInvoice ended) {
        if (before.state() == RecurringState.ENDED) throw not("ended", before);
        store.update(business, ended);
        audit.record(
                business,
                "ended a recurring invoice",
                "%s: %s".formatted(before.name(), ended.recurrence().sentence()));
    }

    private static Refusal not(String what, RecurringInvoice r) {
        return new Refusal(
                "recurring.state",
                "It is %s already, so it cannot be %s. Nothing was changed."
                        .formatted(r.state().words(), what));
    }
}
