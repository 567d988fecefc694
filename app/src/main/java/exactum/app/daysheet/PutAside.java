package exactum.app.daysheet;

import exactum.app.audit.Audit;
import exactum.app.business.FindBusinesses;
import exactum.app.business.Power;
import exactum.app.daysheet.DecisionNote.Kind;
import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.Objects;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Hands a decision to a colleague, snoozes it until a day, dismisses it with a cause, and takes each back. */
@Component
public class PutAside {
    private static final int LONGEST_SNOOZE_DAYS = 366;
    private final Decisions decisions;
    private final DecisionNoteStore notes;
    private final FindBusinesses businesses;
    private final BusinessClock clock;
    private final Audit audit;

    PutAside(
            Decisions decisions, DecisionNoteStore notes, FindBusinesses businesses, BusinessClock clock, Audit audit) {
        this.decisions = decisions;
        this.notes = notes;
        this.businesses = businesses;
        this.clock = clock;
        this.audit = audit;
    }

    /** Hands it to somebody who works here and may decide. */
    @Transactional
    public void hand(BusinessId business, String key, String to, String note) {
        if (businesses.membership(business, to).filter(m -> m.may(Power.DECIDE)).isEmpty())
            throw new Refusal(
                            "decision.nobody",
                            "“%s” does not work here, or only reads. Nothing was handed over.".formatted(to))
                    .at("to");
        put(business, key, Kind.HANDED, note, to, null);
    }

    /** Puts it out of sight until the day comes. */
    @Transactional
    public void snooze(BusinessId business, String key, LocalDate until, String note) {
        LocalDate today = clock.today(business);
        if (!until.isAfter(today) || until.isAfter(today.plusDays(LONGEST_SNOOZE_DAYS)))
            throw new Refusal(
                            "decision.day", "The day has to be a later one, at most a year ahead. Nothing was snoozed.")
                    .at("until");
        put(business, key, Kind.SNOOZED, note, null, until);
    }

    /** Puts it out of sight for good, for a cause. */
    @Transactional
    public void dismiss(BusinessId business, String key, String cause) {
        if (cause.isBlank())
            throw new Refusal("decision.cause", "Why it needs no decision is missing. Nothing was dismissed.")
                    .at("cause");
        put(business, key, Kind.DISMISSED, cause, null, null);
    }

    /** Brings it back into sight, or takes it back from a colleague. */
    @Transactional
    public void bringBack(BusinessId business, String key, Kind kind) {
        notes.all(business).stream()
                .filter(n -> n.key().equals(key) && n.kind() == kind)
                .findFirst()
                .ifPresent(n -> {
                    notes.delete(business, key, kind);
                    audit.record(business, "took back that a decision was " + kind.words(), n.words());
                });
    }

    private void put(BusinessId business, String key, Kind kind, String note, String to, LocalDate until) {
        Decision decision = decisions
                .find(business, key)
                .orElseThrow(() -> new Refusal(
                        "decision.gone", "This needs no decision any more. Nothing was changed. Load the page again."));
        String words = decision.whose().isEmpty() ? decision.words() : decision.words() + ", " + decision.whose();
        if (kind != Kind.HANDED) notes.delete(business, key, kind == Kind.SNOOZED ? Kind.DISMISSED : Kind.SNOOZED);
        notes.put(
                business,
                new DecisionNote(key, kind, words, note, to, null, until, Audit.who(), clock.today(business)));
        String more = Objects.toString(to, "") + (until == null ? "" : "until " + until);
        audit.record(
                business,
                kind.words() + " a decision",
                words + (more.isEmpty() ? "" : " (" + more + ")") + (note.isEmpty() ? "" : ": " + note));
    }
}
