package exactum.app.documents;

import exactum.app.audit.Audit;
import exactum.app.business.FindBusinesses;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.Claims;
import exactum.app.settlement.FindClaims;
import exactum.core.calendar.Clearing;
import exactum.core.document.DocumentState;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.terms.Anchors;
import exactum.core.terms.Instalment;
import exactum.core.terms.Schedule;
import exactum.core.terms.Terms;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Divides what is open of a document anew: other days, other parts, the same money. What was agreed before stays visible. */
@Component
public class Reschedule {
    private final Claims claims;
    private final FindClaims find;
    private final FindBusinesses businesses;
    private final BusinessClock clock;
    private final Audit audit;

    Reschedule(Claims claims, FindClaims find, FindBusinesses businesses, BusinessClock clock, Audit audit) {
        this.claims = claims;
        this.find = find;
        this.businesses = businesses;
        this.clock = clock;
        this.audit = audit;
    }

    static Refusal nothingOpen() {
        return new Refusal("schedule.nothing", "Nothing is open of it. Nothing was changed.");
    }

    /** What is open of it now. */
    public Money open(BusinessId business, Document document) {
        return Money.sum(
                document.gross().currency(),
                find.parts(business, document.id()).stream()
                        .map(FindClaims.Part::left)
                        .toList());
    }

    /**
     * Replaces what is open by the parts of terms.
     *
     * @param seen what was open when the parts were looked at
     * @throws Refusal if they do not make what is open, or that is something else by now
     */
    @Transactional
    public void reschedule(BusinessId business, Document document, Terms terms, Money seen, String cause) {
        claims.hold(business, document.customer());
        Money open = open(business, document);
        if (document.state() != DocumentState.ISSUED || !open.isPositive()) throw nothingOpen();
        if (!open.equals(seen))
            throw new Refusal(
                    "schedule.changed",
                    "%s is open now, not %s: somebody paid meanwhile. Nothing was changed. Look again."
                            .formatted(open.text(), seen.text()));
        if (terms.waitsForDownPayment())
            throw new Refusal("schedule.waits", "A new schedule has a day for each part. Nothing was changed.");
        LocalDate today = clock.today(business);
        Schedule schedule = terms.schedule(
                open,
                Anchors.of(today),
                Clearing.of(businesses.get(business).currency()).calendar());
        List<Claims.NewPart> parts =
                schedule.instalments().stream().map(Reschedule::part).toList();
        claims.reschedule(business, document.customer(), document.id(), c -> true, parts, cause, today);
        audit.record(
                business,
                "divided what is open anew",
                "%s: %s, %s"
                        .formatted(
                                document.number(),
                                Schedule.added(schedule.instalments().stream()
                                        .map(Instalment::amount)
                                        .toList()),
                                cause));
    }

    private static Claims.NewPart part(Instalment one) {
        return new Claims.NewPart(one.due(), one.amount(), one.early(), one.description());
    }
}
