package exactum.app.reminders;

import exactum.app.documents.Document;
import exactum.app.documents.DocumentSection;
import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import exactum.core.reminder.Rhythm;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** What was told of an invoice's open items, what comes next, and what stops it, on the invoice's page. */
@Component
@Order(22)
class RemindersOfDocument implements DocumentSection {
    private final ReminderStore store;
    private final Rhythms rhythms;
    private final BusinessClock clock;

    RemindersOfDocument(ReminderStore store, Rhythms rhythms, BusinessClock clock) {
        this.store = store;
        this.rhythms = rhythms;
        this.clock = clock;
    }

    /** An open item with its next step; a null step where none comes any more. */
    public record Next(Candidate item, Rhythm.Step step) {}

    /** What is shown. */
    public record Content(List<ReminderStore.Before> told, List<Next> next) {}

    @Override
    public String template() {
        return "reminders/of-document";
    }

    @Override
    public Optional<Object> of(BusinessId business, Document document) {
        if (!document.kind().isOwed()) return Optional.empty();
        LocalDate today = clock.today(business);
        List<ReminderStore.Before> told = store.told(business, document.id());
        var next = new ArrayList<Next>();
        KeptRhythm rhythm = rhythms.of(business, List.of(document.customer())).get(document.customer());
        if (rhythm != null)
            for (Candidate c : store.ofDocument(business, document.id(), today))
                next.add(new Next(
                        c,
                        rhythm.rhythm()
                                .next(c.payBy(), c.since(), today, c.told())
                                .orElse(null)));
        return told.isEmpty() && next.isEmpty() ? Optional.empty() : Optional.of(new Content(told, next));
    }
}
