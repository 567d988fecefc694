package exactum.app.setup;

import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/**
 * The accounts that a person may choose. Those on which every cent has a name of its own (receivables, credit on account,
 * waiting accounts, the accounts of banks and processors) are booked by what gives the names, and never chosen.
 */
@Component
public class FreeAccounts {
    private static final Set<AccountRole> CHOSEN = EnumSet.of(
            AccountRole.BANK_CHARGES,
            AccountRole.TOLERATED,
            AccountRole.EXCHANGE_RESULT,
            AccountRole.OUTPUT_TAX,
            AccountRole.OPENING,
            AccountRole.BAD_DEBTS,
            AccountRole.RECHARGED_FEES,
            AccountRole.EARLY_SETTLEMENT);
    private final FindSetup setup;

    FreeAccounts(FindSetup setup) {
        this.setup = setup;
    }

    /** What a part of a bank line can be booked to, by code. */
    public List<Account> forLines(BusinessId business) {
        Set<AccountCode> named = named(business);
        return setup.accounts(business).stream()
                .filter(a -> a.role() == null || CHOSEN.contains(a.role()))
                .filter(a -> !named.contains(a.code()))
                .toList();
    }

    /** Where money that was recorded by hand can stand: received and not yet at the bank, or an account that keeps it. */
    public List<Account> forMoney(BusinessId business) {
        Set<AccountCode> named = named(business);
        return setup.accounts(business).stream()
                .filter(a -> a.kind().equals("asset"))
                .filter(a -> a.role() == AccountRole.RECEIVED || a.role() == null && !named.contains(a.code()))
                .toList();
    }

    /** What a line of a document can be booked to: income, a security deposit, something owed to somebody else. */
    public List<Account> forSales(BusinessId business) {
        return setup.accounts(business).stream()
                .filter(a -> a.kind().equals("income")
                        || a.role() == AccountRole.DEPOSITS
                        || a.kind().equals("liability") && a.role() == null)
                .toList();
    }

    private Set<AccountCode> named(BusinessId business) {
        Set<AccountCode> named = new HashSet<>();
        setup.bankAccounts(business).stream().map(BankAccount::account).forEach(named::add);
        for (ProcessorAccount processor : setup.processors(business)) {
            named.add(processor.accounts().clearing());
            named.add(processor.accounts().payouts());
        }
        return named;
    }
}
