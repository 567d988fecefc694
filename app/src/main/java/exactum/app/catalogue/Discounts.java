package exactum.app.catalogue;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.business.SaveBusiness;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Discounts under names, each with its days. A document that has one keeps it as it was. */
@Component
public class Discounts {
    private final DiscountStore store;
    private final SaveBusiness businesses;
    private final BusinessClock clock;
    private final Audit audit;

    Discounts(DiscountStore store, SaveBusiness businesses, BusinessClock clock, Audit audit) {
        this.store = store;
        this.businesses = businesses;
        this.clock = clock;
        this.audit = audit;
    }

    /** All of them, by name and day. */
    public List<Discount> all(BusinessId business) {
        return store.all(business);
    }

    /** Those that a document in the currency may have on the day. */
    public List<Discount> on(BusinessId business, LocalDate day, Currency currency) {
        return store.all(business).stream()
                .filter(d -> d.isValidOn(day) && d.fits(currency))
                .toList();
    }

    /** Adds one; on one day a name stands for one discount. */
    @Transactional
    public void add(BusinessId business, Discount discount) {
        businesses.oneAtATime(business);
        boolean overlaps = store.all(business).stream()
                .anyMatch(d -> d.name().equals(discount.name())
                        && (d.validUntil() == null || d.validUntil().isAfter(discount.validFrom()))
                        && (discount.validUntil() == null
                                || discount.validUntil().isAfter(d.validFrom())));
        if (overlaps)
            throw new Refusal(
                            "discount.overlaps",
                            "“%s” stands for another discount on some of these days. Nothing was saved. End that one first."
                                    .formatted(discount.name()))
                    .at("name");
        store.insert(business, discount);
        audit.record(
                business,
                "added a discount",
                discount.adjustment().text(),
                Changes.of().and("days", "", discount.days()));
    }

    /** Ends one with today; one that has not begun yet goes away. */
    @Transactional
    public void end(BusinessId business, UUID id) {
        businesses.oneAtATime(business);
        Discount discount = store.all(business).stream()
                .filter(d -> d.id().equals(id))
                .findFirst()
                .orElseThrow(NotHere::new);
        LocalDate today = clock.today(business);
        if (discount.validFrom().isAfter(today)) store.delete(business, id);
        else if (!store.end(business, id, today.plusDays(1))) return;
        audit.record(
                business,
                "ended a discount",
                discount.adjustment().text(),
                Changes.of().and("days", discount.days(), "until " + Texts.day(today)));
    }
}
