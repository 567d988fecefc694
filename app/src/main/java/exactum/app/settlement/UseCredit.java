package exactum.app.settlement;

import exactum.app.audit.Audit;
import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A person uses credit on account for an invoice, or takes it off again. */
@Component
public class UseCredit {
    private final Settle settle;
    private final Unsettle unsettle;
    private final FindClaims claims;
    private final BusinessClock clock;
    private final Audit audit;

    UseCredit(Settle settle, Unsettle unsettle, FindClaims claims, BusinessClock clock, Audit audit) {
        this.settle = settle;
        this.unsettle = unsettle;
        this.claims = claims;
        this.clock = clock;
        this.audit = audit;
    }

    /** Uses as much of the customer's credit as is open on the document, or up to a limit. */
    @Transactional
    public Money use(
            BusinessId business, CustomerId customer, DocumentId document, String number, Optional<Money> limit) {
        Money used = settle.useCredit(business, customer, document, limit, clock.today(business));
        if (used.isZero()) {
            throw new Refusal(
                    "credit.none",
                    "There is no credit on account in this currency, or nothing is open on %s. Nothing was changed."
                            .formatted(number));
        }
        audit.record(business, "used credit on account", used.withCurrency() + " for " + number);
        return used;
    }

    /**
     * Takes it off an open item and sets it against another document of the same customer, as far as that is open; the rest is
     * on account.
     *
     * @return what the other document took
     * @throws Refusal if nothing of the other is open in its currency
     */
    @Transactional
    public Money move(
            BusinessId business,
            CustomerId customer,
            MeansId means,
            ClaimId claim,
            Money amount,
            DocumentId to,
            String number) {
        LocalDate today = clock.today(business);
        unsettle.release(business, means, claim, amount, today);
        var parts = new ArrayList<Policy.Part>();
        Money rest = amount;
        for (FindClaims.Open open : claims.openOf(business, to)) {
            boolean takes = !open.claim().equals(claim)
                    && open.customer().equals(customer)
                    && open.left().currency().equals(amount.currency());
            Money part = takes ? open.left().min(rest) : amount.withMinor(0);
            if (part.isPositive()) parts.add(Policy.Part.of(open.claim(), part));
            rest = rest.minus(part);
        }
        if (parts.isEmpty())
            throw new Refusal(
                    "credit.move",
                    "Nothing of %s is open in %s. Nothing was moved.".formatted(number, amount.currency()));
        settle.use(business, means, new Policy.Chosen(parts), today);
        audit.record(business, "moved a payment", amount.minus(rest).withCurrency() + " to " + number);
        return amount.minus(rest);
    }

    /** Takes a payment or a credit note off an open item; it is on account again. */
    @Transactional
    public void takeOff(BusinessId business, MeansId means, ClaimId claim, Money amount) {
        unsettle.release(business, means, claim, amount, clock.today(business));
        audit.record(business, "took a payment off an invoice", amount.withCurrency());
    }
}
