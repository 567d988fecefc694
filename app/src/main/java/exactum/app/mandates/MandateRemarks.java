package exactum.app.mandates;

import exactum.app.installation.BusinessClock;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.mandate.MandateState;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What a customer's mandate says while something is planned that is to be collected under it. */
@Component
public class MandateRemarks {
    private final MandateStore store;
    private final BusinessClock clock;

    MandateRemarks(MandateStore store, BusinessClock clock) {
        this.store = store;
        this.clock = clock;
    }

    /**
     * In words: that there is none, that this is the last it allows or one too many, that its notice is too short; none where all is
     * well.
     *
     * @param due when the next part falls due, or null
     */
    public List<String> of(BusinessId business, CustomerId customer, LocalDate due) {
        Optional<Mandate> found = store.forCustomer(business, customer);
        if (found.isEmpty())
            return List.of(
                    "We collect it, and there is nothing to collect it over yet: no mandate, no card. When it is due it waits on the day sheet, to be collected by hand or left to the payer.");
        Mandate m = found.get();
        if (m.state() != MandateState.ACTIVE)
            return List.of("Mandate %s is %s, so nothing can be collected under it."
                    .formatted(m.reference(), m.state().words()));
        var remarks = new ArrayList<String>();
        count(business, m).ifPresent(remarks::add);
        LocalDate told = clock.today(business).plusDays(m.authority().noticeDays());
        if (due != null && due.isBefore(told))
            remarks.add("The payer is told %d days ahead, so it is collected on %s at the earliest, not on %s."
                    .formatted(m.authority().noticeDays(), Texts.day(told), Texts.day(due)));
        return remarks;
    }

    private Optional<String> count(BusinessId business, Mandate m) {
        if (m.left() == null) return Optional.empty();
        int left = m.left() - store.plannedOf(business, m.customer());
        if (left <= 0)
            return Optional.of("Mandate %s was for %s, all of them used or planned: this one cannot be collected."
                    .formatted(m.reference(), Texts.count(m.authority().most(), "collection", "collections")));
        return left == 1
                ? Optional.of(
                        "It is the last collection that mandate %s allows, its final one; the next needs another mandate."
                                .formatted(m.reference()))
                : Optional.empty();
    }
}
