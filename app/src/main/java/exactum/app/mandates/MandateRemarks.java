package exactum.app.mandates;

import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.mandate.MandateState;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What a customer's mandate says while something is planned that is to be collected under it. */
@Component
public class MandateRemarks {
    private final MandateStore store;

    MandateRemarks(MandateStore store) {
        this.store = store;
    }

    /** A part of what is planned. */
    public record Part(LocalDate due, Money amount) {}

    /**
     * In words: that there is none, that the last it allows is in this or that it does not reach, that its notice is too short; none where
     * all is well.
     *
     * @param made when the payer is told of it
     * @param parts what falls due when, the earliest first
     */
    public List<String> of(BusinessId business, CustomerId customer, LocalDate made, List<Part> parts) {
        Optional<Mandate> found = store.forCustomer(business, customer);
        if (found.isEmpty())
            return List.of(
                    "We collect it, and there is nothing to collect it over yet: no mandate, no card. When it is due it waits on the day sheet, to be collected by hand or left to the payer.");
        Mandate m = found.get();
        if (m.state() != MandateState.ACTIVE)
            return List.of("Mandate %s is %s, so nothing can be collected under it."
                    .formatted(m.reference(), m.state().words()));
        var remarks = new ArrayList<String>();
        count(business, m, Math.max(parts.size(), 1)).ifPresent(remarks::add);
        cap(m, parts).ifPresent(remarks::add);
        notice(m, made, parts).ifPresent(remarks::add);
        return remarks;
    }

    private Optional<String> count(BusinessId business, Mandate m, int parts) {
        if (m.left() == null) return Optional.empty();
        int left = m.left() - store.plannedOf(business, m.customer());
        if (left <= 0)
            return Optional.of("Mandate %s was for %s, all of them used or planned: this one cannot be collected."
                    .formatted(m.reference(), Texts.count(m.authority().most(), "collection", "collections")));
        if (left < parts)
            return Optional.of("Mandate %s allows %s more, and this has %d parts: the later ones cannot be collected."
                    .formatted(m.reference(), Texts.count(left, "collection", "collections"), parts));
        return left == parts
                ? Optional.of(
                        "%s the last collection that mandate %s allows, its final one; the next needs another mandate."
                                .formatted(parts == 1 ? "It is" : "Its last part is", m.reference()))
                : Optional.empty();
    }

    private static Optional<String> cap(Mandate m, List<Part> parts) {
        Money cap = m.authority().cap();
        if (cap == null) return Optional.empty();
        return parts.stream()
                .filter(p -> p.amount().currency().equals(cap.currency())
                        && p.amount().compareTo(cap) > 0)
                .findFirst()
                .map(p -> "Mandate %s allows %s at once, and %s falls due on %s: that cannot be collected."
                        .formatted(m.reference(), cap.withCurrency(), p.amount().withCurrency(), Texts.day(p.due())));
    }

    private static Optional<String> notice(Mandate m, LocalDate made, List<Part> parts) {
        LocalDate told = made.plusDays(m.authority().noticeDays());
        return parts.stream()
                .map(Part::due)
                .min(LocalDate::compareTo)
                .filter(due -> due.isBefore(told))
                .map(due -> "The payer is told %d days ahead, so it is collected on %s at the earliest, not on %s."
                        .formatted(m.authority().noticeDays(), Texts.day(told), Texts.day(due)));
    }
}
