package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.ledger.Ledger;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** What {@link CashSums} must agree with, from postings and payments themselves: by currency, billed or received. */
@Component
class CashCheckSums implements DaySumKind {
    static final String BILLED = "billed";
    static final String RECEIVED = "received";
    private final CashStore store;
    private final Ledger ledger;

    CashCheckSums(CashStore store, Ledger ledger) {
        this.store = store;
        this.ledger = ledger;
    }

    @Override
    public String name() {
        return "cash-checks";
    }

    @Override
    public List<Sum> work(Business business, LocalDate from, LocalDate until) {
        Accounts accounts = ledger.accounts(business.id());
        Asked asked = Asked.ofAll(from, until);
        var sums = new ArrayList<Sum>();
        store.billed(business.id(), accounts.of(AccountRole.RECEIVABLES), accounts.of(AccountRole.CREDIT), asked)
                .forEach(m -> sums.add(Sum.of(List.of(m.currency().getCurrencyCode(), BILLED), m.minor())));
        store.received(business.id(), asked)
                .forEach(m -> sums.add(Sum.of(List.of(m.currency().getCurrencyCode(), RECEIVED), m.minor())));
        return sums;
    }
}
