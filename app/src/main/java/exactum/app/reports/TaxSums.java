package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.ledger.Ledger;
import exactum.core.ledger.AccountRole;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** Output tax of days, by currency and rate: base, tax, and tax in the business's own currency. */
@Component
class TaxSums implements DaySumKind {
    private final TaxStore store;
    private final Ledger ledger;

    TaxSums(TaxStore store, Ledger ledger) {
        this.store = store;
        this.ledger = ledger;
    }

    @Override
    public String name() {
        return "tax";
    }

    @Override
    public List<Sum> work(Business business, LocalDate from, LocalDate until) {
        return work(business, Asked.ofAll(from, until));
    }

    /** The same, narrowed. */
    List<Sum> work(Business business, Asked asked) {
        var sums = new ArrayList<>(store.whole(business, asked));
        store.others(
                business,
                ledger.accounts(business.id()).of(AccountRole.OUTPUT_TAX),
                asked,
                b -> TaxShare.of(business, b).stream()
                        .map(s -> Sum.of(
                                List.of(
                                        b.booked().currency().getCurrencyCode(),
                                        s.tax().rate()),
                                s.tax().base().minor(),
                                s.tax().tax().minor(),
                                s.own().minor()))
                        .forEach(sums::add));
        return Sum.gathered(sums);
    }
}
