package exactum.app.payouts;

import exactum.app.bank.LineKeeper;
import exactum.app.bank.LineRef;
import exactum.app.bank.MatchableLine;
import exactum.app.setup.FindSetup;
import exactum.core.bank.Explained;
import exactum.core.ids.BusinessId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.PayoutLineId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.ExchangeRate;
import exactum.core.money.Money;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Lines of payouts: what is unexplained of them stands on the processor's clearing account. */
@Component
class PayoutLineKeeper implements LineKeeper {
    private final PayoutLineStore lines;
    private final PayoutStore payouts;
    private final FindSetup setup;

    PayoutLineKeeper(PayoutLineStore lines, PayoutStore payouts, FindSetup setup) {
        this.lines = lines;
        this.payouts = payouts;
        this.setup = setup;
    }

    @Override
    public boolean keeps(LineRef line) {
        return line instanceof LineRef.OfPayout;
    }

    @Override
    public Map<LineRef, MatchableLine> lockAll(BusinessId business, Collection<? extends LineRef> refs) {
        Map<PayoutId, Ground> known = new HashMap<>();
        Map<LineRef, MatchableLine> locked = new LinkedHashMap<>();
        for (PayoutLineStore.Held line :
                lines.lock(business, refs.stream().map(PayoutLineKeeper::id).toList())) {
            var ref = new LineRef.OfPayout(line.id());
            locked.put(
                    ref,
                    known.computeIfAbsent(line.payout(), p -> ground(business, p))
                            .matchable(ref, line));
        }
        return locked;
    }

    private Ground ground(BusinessId business, PayoutId id) {
        Payout payout = payouts.find(business, id).orElseThrow();
        return new Ground(
                payout,
                setup.rate(business, payout.sums().net().currency(), payout.salesOn()),
                setup.processor(business, payout.processor()).accounts().clearing());
    }

    /** What is the same for all lines of a payout. */
    private record Ground(Payout payout, ExchangeRate rate, AccountCode clearing) {
        private MatchableLine matchable(LineRef ref, PayoutLineStore.Held line) {
            return new MatchableLine(
                    ref,
                    clearing,
                    payout.salesOn(),
                    new Explained(
                            rate.value(line.amount()).value(),
                            rate.value(line.left()).value()),
                    payout.reference() + ": " + line.description());
        }
    }

    @Override
    public void keepAll(BusinessId business, Map<LineRef, Explained> explained) {
        Map<PayoutLineId, Money> left = new LinkedHashMap<>();
        explained.forEach((ref, e) -> left.put(id(ref), e.left().amount()));
        lines.setLeft(business, left);
    }

    private static PayoutLineId id(LineRef ref) {
        return ((LineRef.OfPayout) ref).id();
    }
}
