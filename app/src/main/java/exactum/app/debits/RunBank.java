package exactum.app.debits;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.BankAccount;
import exactum.app.setup.FindSetup;
import exactum.core.collection.CollectionDay;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.core.scheme.Scheme;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.Arrays;
import java.util.List;
import org.springframework.stereotype.Component;

/** What a run asks of set-up and clock: into which account, how its bank takes debits, and what time it is. */
@Component
class RunBank {
    private final FindSetup setup;
    private final FindBusinesses businesses;
    private final BusinessClock clock;

    RunBank(FindSetup setup, FindBusinesses businesses, BusinessClock clock) {
        this.setup = setup;
        this.businesses = businesses;
        this.clock = clock;
    }

    /** The accounts into which a scheme can collect. */
    List<BankAccount> accounts(BusinessId business, Scheme scheme) {
        return setup.bankAccounts(business).stream()
                .filter(a -> a.profile().creditor() != null)
                .filter(a -> a.opening().currency().equals(scheme.rules().currency()))
                .toList();
    }

    /** The first of them; a refusal while there is none. */
    BankAccount account(BusinessId business, Scheme scheme) {
        return accounts(business, scheme).stream()
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "debit.no-account",
                        "No account in %s has a creditor identifier, so nothing can be collected by %s. Add it in the set-up, under bank accounts."
                                .formatted(scheme.rules().currency(), scheme.words())));
    }

    /** Whether anything can be collected at all. */
    boolean canCollect(BusinessId business) {
        return Arrays.stream(Scheme.values())
                .anyMatch(s -> !accounts(business, s).isEmpty());
    }

    BankAccount of(DebitRun run) {
        return setup.bankAccount(run.business(), run.account());
    }

    CollectionDay.Bank takes(BankAccount account) {
        return new CollectionDay.Bank(
                account.profile().leadDays(), account.profile().cutOff());
    }

    /** The business's local time. While a test date stands for today, it is nine in the morning of it. */
    LocalDateTime now(BusinessId business) {
        if (clock.isTest()) return clock.today(business).atTime(LocalTime.of(9, 0));
        Business b = businesses.get(business);
        return LocalDateTime.ofInstant(clock.now(), b.zone());
    }
}
