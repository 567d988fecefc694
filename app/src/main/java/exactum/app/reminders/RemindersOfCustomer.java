package exactum.app.reminders;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerSection;
import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import exactum.core.reminder.Rhythm;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** How a customer is reminded, on their page: by which rhythm, of what next, and what stops it. */
@Component
@Order(22)
class RemindersOfCustomer implements CustomerSection {
    private static final int SHOWN = 8;
    private final ReminderStore store;
    private final Rhythms rhythms;
    private final BusinessClock clock;

    RemindersOfCustomer(ReminderStore store, Rhythms rhythms, BusinessClock clock) {
        this.store = store;
        this.rhythms = rhythms;
        this.clock = clock;
    }

    /** What comes next of an open item, or what stops it. */
    public record Next(Candidate item, Rhythm.Step step) {}

    /**
     * What is shown.
     *
     * @param rhythm null where nobody is reminded
     * @param pause null while none is
     */
    public record Content(KeptRhythm rhythm, ReminderStore.Pause pause, List<Next> next) {}

    @Override
    public String template() {
        return "reminders/of-customer";
    }

    @Override
    public Object of(BusinessId business, Customer customer) {
        LocalDate today = clock.today(business);
        KeptRhythm rhythm = rhythms.of(business, List.of(customer.id())).get(customer.id());
        var next = new ArrayList<Next>();
        if (rhythm != null)
            for (Candidate c : store.ofCustomer(business, customer.id(), today))
                rhythm.rhythm().next(c.payBy(), c.since(), today, c.told()).ifPresent(s -> next.add(new Next(c, s)));
        next.sort(Comparator.comparing((Next n) -> n.step().on())
                .thenComparing(n -> n.item().number()));
        return new Content(
                rhythm,
                store.pause(business, customer.id())
                        .filter(p -> p.until() == null || !p.until().isBefore(today))
                        .orElse(null),
                next.stream().limit(SHOWN).toList());
    }
}
