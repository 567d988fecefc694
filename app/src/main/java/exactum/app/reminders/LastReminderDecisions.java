package exactum.app.reminders;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Invoices of which the last reminder brought nothing: a person says what comes next. */
@Component
class LastReminderDecisions extends ManyDecisions {
    static final String KEY = "last-reminder/";
    private final LastReminderStore store;

    LastReminderDecisions(LastReminderStore store) {
        super(Station.COLLECT, KEY, "invoices open after the last reminder", "/invoices?standing=OVERDUE");
        this.store = store;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return store.count(business, wanted);
    }

    @Override
    protected List<Decision> shown(BusinessId business, Wanted wanted) {
        return store.find(business, wanted).stream()
                .map(u -> Decision.of(
                                KEY + u.document(),
                                Station.COLLECT,
                                "overdue",
                                u.number() + " is open after the last reminder",
                                u.customer(),
                                u.told(),
                                u.open(),
                                "/invoices/" + u.number(),
                                Decision.Step.open("Open", "/invoices/" + u.number()))
                        .about(Set.of(u.document())))
                .toList();
    }
}
