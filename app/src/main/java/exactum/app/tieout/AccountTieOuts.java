package exactum.app.tieout;

import exactum.app.bank.FindBankLines;
import exactum.app.bank.FindStatements;
import exactum.app.business.FindBusinesses;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.Ledger;
import exactum.app.payouts.FindPayouts;
import exactum.app.setup.Account;
import exactum.app.setup.BankAccount;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.waiting.FindWaiting;
import exactum.core.bank.StatementChain;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import exactum.core.money.Money;
import exactum.core.tieout.Difference;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.Currency;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Every bank account, every clearing account and every other waiting account, as of a day, each currency by itself. */
@Component
public class AccountTieOuts {
    private final FindBusinesses businesses;
    private final FindSetup setup;
    private final FindStatements statements;
    private final FindBankLines lines;
    private final FindPayouts payouts;
    private final FindWaiting waiting;
    private final FindBooks books;
    private final Ledger ledger;

    AccountTieOuts(
            FindBusinesses businesses,
            FindSetup setup,
            FindStatements statements,
            FindBankLines lines,
            FindPayouts payouts,
            FindWaiting waiting,
            FindBooks books,
            Ledger ledger) {
        this.businesses = businesses;
        this.setup = setup;
        this.statements = statements;
        this.lines = lines;
        this.payouts = payouts;
        this.waiting = waiting;
        this.books = books;
        this.ledger = ledger;
    }

    @Transactional(readOnly = true)
    public List<AccountTieOut> all(BusinessId business, LocalDate asOf) {
        var all = new ArrayList<AccountTieOut>();
        List<BankAccount> banks = setup.bankAccounts(business);
        shared(banks, b -> new Shared(b.account(), b.opening().currency()))
                .forEach(together -> all.add(bank(business, together, asOf)));
        all.addAll(unplaced(business, banks, asOf));
        shared(setup.processors(business), p -> new Shared(p.accounts().clearing(), p.currency()))
                .forEach(together -> all.add(clearing(business, together, asOf)));
        for (Account account : setup.accounts(business)) {
            boolean named = account.role() != null && account.role().isWaiting();
            if (named && account.role() != AccountRole.UNPLACED) all.addAll(waiting(business, account, asOf));
        }
        return all;
    }

    /** One account in one currency; none that does not wait or is no bank's. */
    @Transactional(readOnly = true)
    public Optional<AccountTieOut> one(BusinessId business, String account, String currency, LocalDate asOf) {
        return all(business, asOf).stream()
                .filter(t -> t.account().value().equals(account)
                        && t.said().currency().getCurrencyCode().equals(currency))
                .findFirst()
                .or(() -> nothingOn(business, account, currency, asOf));
    }

    private Optional<AccountTieOut> nothingOn(BusinessId business, String account, String currency, LocalDate asOf) {
        boolean known = businesses.get(business).currency().getCurrencyCode().equals(currency);
        return setup.accounts(business).stream()
                .filter(a -> known && a.code().value().equals(account))
                .filter(a -> a.role() != null && a.role().isWaiting())
                .findFirst()
                .map(a -> AccountTieOut.ofItems(
                        a.name(), a.code(), asOf, Money.ofMinor(currency, 0), List.of(), "what waits for the bank"));
    }

    /** The bank accounts alone, with what of their lines is unmatched. */
    @Transactional(readOnly = true)
    public List<BankSoFar> ofBanks(BusinessId business, LocalDate asOf) {
        return shared(
                        setup.bankAccounts(business),
                        b -> new Shared(b.account(), b.opening().currency()))
                .stream()
                .map(together -> {
                    List<FindBankLines.Then> unmatched = together.stream()
                            .flatMap(b -> lines.unmatchedAsOf(business, b.id(), asOf).stream())
                            .toList();
                    AccountTieOut tieOut = bank(business, together, asOf);
                    return new BankSoFar(
                            tieOut,
                            Money.sum(
                                    tieOut.said().currency(),
                                    unmatched.stream()
                                            .map(FindBankLines.Then::left)
                                            .toList()),
                            unmatched.size());
                })
                .toList();
    }

    /** An account of the chart in one currency; those who share it are tied out together. */
    private record Shared(AccountCode account, Currency currency) {}

    private static <T> Collection<List<T>> shared(List<T> all, Function<T, Shared> on) {
        return all.stream()
                .collect(Collectors.groupingBy(on, LinkedHashMap::new, Collectors.toList()))
                .values();
    }

    /**
     * The bank account in the books is the bank's account; statements tell it up to the end of the last one. Where several
     * share an account of the chart, up to the end of the one that is told least far.
     */
    private AccountTieOut bank(BusinessId business, List<BankAccount> together, LocalDate asOf) {
        Map<BankAccount, StatementChain> chains =
                together.stream().collect(Collectors.toMap(b -> b, b -> statements.chain(business, b)));
        LocalDate until = chains.entrySet().stream()
                .map(e -> told(e.getKey(), e.getValue(), asOf))
                .min(Comparator.naturalOrder())
                .orElseThrow();
        Currency currency = together.getFirst().opening().currency();
        AccountCode account = together.getFirst().account();
        return AccountTieOut.ofBank(
                together.stream().map(BankAccount::name).collect(Collectors.joining(" and ")),
                account,
                until,
                Money.sum(
                        currency,
                        chains.entrySet().stream()
                                .map(e -> e.getValue()
                                        .closing(until)
                                        .plus(lines.movedWithin(business, e.getKey(), until)))
                                .toList()),
                books.balance(business, account, currency.getCurrencyCode(), until),
                together.stream()
                        .flatMap(b -> lines.countedLater(business, b.id(), until).stream())
                        .map(l -> line(Difference.COUNTED_LATER, l, l.left()))
                        .toList(),
                chains.values().stream()
                        .flatMap(c -> c.firstGap(until).stream())
                        .findFirst()
                        .orElse(null));
    }

    /**
     * The day up to which the bank’s balance is known: the one that is asked for where a later statement goes on from the last one
     * before it, nothing moved between them, or where a statement spans it, whose lines say on which day each was booked.
     */
    private static LocalDate told(BankAccount account, StatementChain chain, LocalDate asOf) {
        boolean goesOn = chain.links().stream()
                .filter(l -> l.until().isAfter(asOf))
                .findFirst()
                .filter(l -> l.opening().equals(chain.closing(asOf)))
                .isPresent();
        if (goesOn) return asOf;
        return chain.links().stream()
                .map(StatementChain.Link::until)
                .filter(day -> !day.isAfter(asOf))
                .max(Comparator.naturalOrder())
                .orElse(account.openedOn());
    }

    /** On unplaced money stand the lines that nothing explains yet. */
    private List<AccountTieOut> unplaced(BusinessId business, List<BankAccount> banks, LocalDate asOf) {
        var account = ledger.accounts(business).of(AccountRole.UNPLACED);
        var all = new ArrayList<AccountTieOut>();
        Set<Currency> currencies = new HashSet<>();
        banks.forEach(b -> currencies.add(b.opening().currency()));
        for (Currency currency : currencies) {
            List<AccountTieOut.Item> items = banks.stream()
                    .filter(b -> b.opening().currency().equals(currency))
                    .flatMap(b -> lines.unmatchedAsOf(business, b.id(), asOf).stream())
                    .map(l -> line(Difference.UNMATCHED, l, l.left().negated()))
                    .toList();
            all.add(AccountTieOut.ofItems(
                    "Unplaced money",
                    account,
                    asOf,
                    books.balance(business, account, currency.getCurrencyCode(), asOf),
                    items,
                    "bank lines that are unmatched"));
        }
        return all;
    }

    private static AccountTieOut.Item line(Difference difference, FindBankLines.Then l, Money amount) {
        return new AccountTieOut.Item(difference, l.words(), l.bookedOn(), amount, "/bank-lines/" + l.id());
    }

    /** On a clearing account stand the sales that are in no payout yet, less what payouts hold that the books do not have. */
    private AccountTieOut clearing(BusinessId business, List<ProcessorAccount> together, LocalDate asOf) {
        AccountCode account = together.getFirst().accounts().clearing();
        Currency currency = together.getFirst().currency();
        var items = new ArrayList<>(items(null, waiting.asOf(business, account, asOf), currency));
        together.stream()
                .flatMap(p -> payouts.unmatchedAsOf(business, p.id(), asOf).stream())
                .forEach(l -> items.add(new AccountTieOut.Item(
                        l.fee() ? Difference.FEE_NOT_BOOKED : Difference.PAYOUT_DIFFERS,
                        "in payout " + l.words(),
                        l.since(),
                        l.left().negated(),
                        "/payouts/" + l.payout())));
        return AccountTieOut.ofItems(
                together.stream().map(ProcessorAccount::name).collect(Collectors.joining(" and ")),
                account,
                asOf,
                books.balance(business, account, currency.getCurrencyCode(), asOf),
                items,
                "sales in no payout yet, and payout lines that differ");
    }

    private List<AccountTieOut> waiting(BusinessId business, Account account, LocalDate asOf) {
        List<FindWaiting.Then> then = waiting.asOf(business, account.code(), asOf);
        Set<Currency> currencies = new HashSet<>();
        then.forEach(t -> currencies.add(t.left().currency()));
        books.trialBalance(business, asOf).stream()
                .filter(b -> b.code().equals(account.code()) && !b.balance().isZero())
                .forEach(b -> currencies.add(b.balance().currency()));
        return currencies.stream()
                .map(currency -> AccountTieOut.ofItems(
                        account.name(),
                        account.code(),
                        asOf,
                        books.balance(business, account.code(), currency.getCurrencyCode(), asOf),
                        items(account.role(), then, currency),
                        "what waits for the bank"))
                .toList();
    }

    private static List<AccountTieOut.Item> items(AccountRole role, List<FindWaiting.Then> then, Currency currency) {
        return then.stream()
                .filter(t -> t.left().currency().equals(currency))
                .map(t -> new AccountTieOut.Item(
                        Difference.waiting(role, t.kind(), t.left().isNegative()),
                        t.words(),
                        t.since(),
                        t.left(),
                        switch (t.kind()) {
                            case PAYOUT -> "/payouts/" + t.source();
                            case PAYMENT, CARD_SALE -> "/payments/" + t.source();
                            case SLIP -> "/slips/" + t.source();
                            default -> "/waiting/" + t.id();
                        }))
                .toList();
    }
}
