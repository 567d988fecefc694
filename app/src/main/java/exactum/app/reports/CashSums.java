package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.ledger.Ledger;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import exactum.core.report.CashBridge;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * What documents moved on days, by currency and account: accrual, settled otherwise than by money, cash. What is open at the end of a
 * day is what all days up to it leave.
 */
@Component
class CashSums implements DaySumKind {
    private final CashStore store;
    private final Ledger ledger;

    CashSums(CashStore store, Ledger ledger) {
        this.store = store;
        this.ledger = ledger;
    }

    @Override
    public String name() {
        return "cash";
    }

    @Override
    public boolean restsOnEarlier() {
        return true;
    }

    @Override
    public List<Sum> work(Business business, LocalDate from, LocalDate until) {
        Accounts accounts = ledger.accounts(business.id());
        var sums = new ArrayList<Sum>();
        store.moved(
                business.id(),
                accounts.of(AccountRole.RECEIVABLES),
                accounts.of(AccountRole.CREDIT),
                Asked.ofAll(from, until),
                d -> CashBridge.of(d.doc()).stream().map(CashSums::sum).forEach(sums::add));
        return Sum.gathered(sums);
    }

    private static Sum sum(CashBridge.Row r) {
        return Sum.of(
                List.of(r.cash().currency().getCurrencyCode(), r.account().value()),
                r.accrual().minor(),
                r.otherwise().minor(),
                r.cash().minor());
    }
}
