package exactum.app.settlement;

import exactum.app.audit.Audit;
import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import java.util.ArrayList;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * What a person decides of money that lies with us: a security deposit, or the rest of a payment or a credit note. It settles an
 * invoice; whoever decides says what was left when they looked.
 */
@Component
public class HeldMoney {
    private final PaymentStore payments;
    private final FindClaims claims;
    private final Claims hold;
    private final Settle settle;
    private final BusinessClock clock;
    private final Audit audit;

    HeldMoney(PaymentStore payments, FindClaims claims, Claims hold, Settle settle, BusinessClock clock, Audit audit) {
        this.payments = payments;
        this.claims = claims;
        this.hold = hold;
        this.settle = settle;
        this.clock = clock;
        this.audit = audit;
    }

    /**
     * Settles what is open of a document with a part of it.
     *
     * @param left what was left when it was looked at
     */
    @Transactional
    public void use(BusinessId business, FindPayments.Held held, DocumentId document, Money amount, Money left) {
        requireUnchanged(business, held, left);
        requireWithin(amount, left);
        var parts = new ArrayList<Policy.Part>();
        Money rest = amount;
        for (FindClaims.Open open : claims.openOf(business, document)) {
            boolean payable = open.customer().equals(held.customer())
                    && open.left().currency().equals(amount.currency());
            if (!payable) continue;
            Money part = open.left().min(rest);
            if (part.isPositive()) parts.add(Policy.Part.of(open.claim(), part));
            rest = rest.minus(part);
        }
        if (rest.isPositive())
            throw new Refusal(
                    "held.open",
                    "Only %s of that invoice is open. Nothing was changed."
                            .formatted(amount.minus(rest).text()));
        settle.use(business, held.credit().means(), new Policy.Chosen(parts), clock.today(business));
        audit.record(business, "used " + held.credit().words(), amount.withCurrency());
    }

    private void requireUnchanged(BusinessId business, FindPayments.Held held, Money left) {
        CustomerId customer = held.customer();
        hold.hold(business, customer);
        Money now = payments.held(business, held.credit().means())
                .map(h -> h.credit().left())
                .orElse(left.withMinor(0));
        if (!now.equals(left))
            throw new Refusal(
                    "held.changed",
                    "%s is left of it now, not %s any more. Nothing was changed. Look again."
                            .formatted(now.text(), left.text()));
    }

    private static void requireWithin(Money amount, Money left) {
        if (amount.isPositive() && amount.compareTo(left) <= 0) return;
        throw new Refusal(
                "held.amount",
                "An amount is above zero and at most %s, which is left. Nothing was changed.".formatted(left.text()));
    }
}
