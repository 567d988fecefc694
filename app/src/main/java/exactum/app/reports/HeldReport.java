package exactum.app.reports;

import exactum.app.business.Business;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.Ledger;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** Credit on account and security deposits: whose money is held. */
@Component
class HeldReport implements ReportKind {
    private static final What WHAT = What.asOf(
                    "held",
                    "Credit and security deposits",
                    "Whose money was held at the end of the day: on account, and as security?",
                    "customer")
            .narrowedBy(Set.of(Narrow.CUSTOMER, Narrow.GROUP));
    private final BalanceStore store;
    private final Ledger ledger;
    private final FindBooks books;

    HeldReport(BalanceStore store, Ledger ledger, FindBooks books) {
        this.store = store;
        this.ledger = ledger;
        this.books = books;
    }

    @Override
    public What what() {
        return WHAT;
    }

    @Override
    public List<Column> columns(Asked asked) {
        return List.of(
                Column.words("Customer"),
                Column.words("Currency"),
                Column.figure("Credit on account"),
                Column.figure("Security deposits"),
                Column.figure("Total"));
    }

    @Override
    public List<Integer> drawn(Asked asked) {
        return List.of(2, 3);
    }

    @Override
    public void each(Business business, Asked asked, Consumer<Line> to) {
        Accounts accounts = ledger.accounts(business.id());
        store.each(
                business.id(),
                accounts.of(AccountRole.CREDIT),
                accounts.of(AccountRole.DEPOSITS),
                asked,
                h -> to.accept(Line.of(
                        h.credit().currency().getCurrencyCode(),
                        Cell.of(
                                h.customer() == null ? "nobody’s" : h.name(),
                                h.customer() == null ? null : "/customers/" + h.customer()),
                        Cell.of(h.credit().currency().getCurrencyCode()),
                        Cell.of(h.credit()),
                        Cell.of(h.deposits()),
                        Cell.of(h.credit().plus(h.deposits())))));
    }

    @Override
    public List<Check> checks(Business business, Asked asked, Totals totals) {
        Accounts accounts = ledger.accounts(business.id());
        Map<AccountCode, Integer> columns =
                Map.of(accounts.of(AccountRole.CREDIT), 2, accounts.of(AccountRole.DEPOSITS), 3);
        var checks = new ArrayList<Check>();
        for (FindBooks.Balance b : books.trialBalance(business.id(), asked.until())) {
            Integer column = columns.get(b.code());
            if (column == null) continue;
            String currency = b.balance().currency().getCurrencyCode();
            checks.add(new Check(
                    "account %s in %s".formatted(b.code(), currency),
                    b.balance().negated(),
                    totals.of(currency, column),
                    "/ledger/accounts/%s?currency=%s&until=%s".formatted(b.code(), currency, asked.until())));
        }
        return checks;
    }
}
