package exactum.app.arrears;

import exactum.app.audit.Audit;
import exactum.app.business.FindBusinesses;
import exactum.app.business.MemberLeft;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.Claims;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Arrangement;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Follows a customer's arrears up: whose they are, what is done next, and an arrangement by instalments over all of them. */
@Component
public class FollowUp {
    private final ArrearsListStore store;
    private final FindBusinesses businesses;
    private final Claims claims;
    private final BusinessClock clock;
    private final Audit audit;

    FollowUp(ArrearsListStore store, FindBusinesses businesses, Claims claims, BusinessClock clock, Audit audit) {
        this.store = store;
        this.businesses = businesses;
        this.claims = claims;
        this.clock = clock;
        this.audit = audit;
    }

    /**
     * Says who follows it up, and what they do next.
     *
     * @param owner a login, or empty for nobody
     * @param action what is done next, or empty for nothing
     * @param on the day of it; null where there is none
     */
    @Transactional
    public void put(BusinessId business, Customer customer, String owner, String action, LocalDate on) {
        boolean known = owner.isEmpty()
                || businesses.members(business).stream()
                        .anyMatch(m -> m.login().equals(owner) && m.membership().may(Power.DECIDE));
        if (!known)
            throw new Refusal(
                            "arrears.owner", "%s does not follow anything up here. Nothing was saved.".formatted(owner))
                    .at("owner");
        if (action.isEmpty() != (on == null))
            throw new Refusal("arrears.action", "A next action has a day, and a day an action. Nothing was saved.")
                    .at("on");
        store.put(
                business,
                customer.id(),
                owner.isEmpty() ? null : owner,
                action,
                on,
                clock.today(business),
                Audit.who());
        audit.record(
                business,
                "followed arrears up",
                "%s: %s%s"
                        .formatted(
                                customer.name(),
                                owner.isEmpty() ? "nobody" : owner,
                                action.isEmpty() ? "" : ", %s on %s".formatted(action, on)));
    }

    /** What somebody followed up who left is nobody's again. */
    @EventListener
    void left(MemberLeft member) {
        store.leave(member.business(), member.login());
    }

    /** The parts into which all that is overdue and not disputed would be divided. */
    @Transactional(readOnly = true)
    public List<Arrangement.Share<ArrearsListStore.OpenOf>> rehearse(
            BusinessId business, Customer customer, String currency, int parts, LocalDate first) {
        LocalDate today = clock.today(business);
        if (first.isBefore(today))
            throw new Refusal("arrangement.day", "The first part falls due on a day to come. Nothing was changed.")
                    .at("first");
        List<Arrangement.Open<ArrearsListStore.OpenOf>> open =
                store.open(business, customer.id(), currency, today).stream()
                        .map(o -> new Arrangement.Open<>(o, o.amount()))
                        .toList();
        if (open.isEmpty())
            throw new Refusal("arrangement.nothing", "Nothing is overdue that could be divided. Nothing was changed.");
        return Arrangement.of(open, parts, first);
    }

    /**
     * Makes the arrangement: what is overdue falls due by these parts instead.
     *
     * @param seen what was overdue when it was looked at
     */
    @Transactional
    public void arrange(
            BusinessId business,
            Customer customer,
            String currency,
            int parts,
            LocalDate first,
            Money seen,
            String cause) {
        claims.hold(business, customer.id());
        LocalDate today = clock.today(business);
        List<Arrangement.Share<ArrearsListStore.OpenOf>> shares = rehearse(business, customer, currency, parts, first);
        Money total = Money.sum(
                seen.currency(), shares.stream().map(Arrangement.Share::amount).toList());
        if (!total.equals(seen))
            throw new Refusal(
                    "arrangement.changed",
                    "%s is overdue now, not %s. Nothing was changed. Look again.".formatted(total.text(), seen.text()));
        var byDocument = new LinkedHashMap<DocumentId, List<Claims.NewPart>>();
        shares.forEach(s -> byDocument
                .computeIfAbsent(s.document().document(), d -> new ArrayList<>())
                .add(new Claims.NewPart(s.due(), s.amount(), null, "")));
        byDocument.forEach((document, its) -> claims.reschedule(
                business, customer.id(), document, c -> c.due().isBefore(today), its, cause, today));
        audit.record(
                business,
                "made an arrangement",
                "%s: %s in %d parts from %s, %s".formatted(customer.name(), total.withCurrency(), parts, first, cause));
    }
}
