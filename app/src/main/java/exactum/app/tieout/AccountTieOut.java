package exactum.app.tieout;

import exactum.app.web.Texts;
import exactum.core.bank.StatementChain;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.tieout.Difference;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * One account in one currency: what is said of it, or stands on it by name, against what is booked.
 *
 * @param said by the bank, or the sum of the items
 * @param items what stands on it by name, with its age
 * @param unexplained what no name explains; zero when it comes out
 * @param gap a missing statement beyond which it cannot be tied out, or null
 */
public record AccountTieOut(
        String name,
        AccountCode account,
        LocalDate asOf,
        String saidBy,
        Money said,
        Money booked,
        List<Item> items,
        Money unexplained,
        StatementChain.Gap gap,
        Working working) {

    /**
     * Something that stands on the account.
     *
     * @param difference what it is
     * @param name which one
     * @param href opens it, or null
     */
    public record Item(Difference difference, String name, LocalDate since, Money amount, String href) {
        /** Days between since and the day. */
        public long age(LocalDate day) {
            return Math.max(0, ChronoUnit.DAYS.between(since, day));
        }
    }

    /** Where the account is opened with all that stands on it. */
    public String href() {
        return "/tie-out/%s/%s".formatted(account, said.currency().getCurrencyCode());
    }

    /** What stands on it by what it is, with how many and the oldest of them, in the order of the names. */
    public List<Share> shares() {
        return items.stream()
                .collect(Collectors.groupingBy(Item::difference, TreeMap::new, Collectors.toList()))
                .entrySet()
                .stream()
                .map(e -> new Share(
                        e.getKey(),
                        e.getValue().size(),
                        e.getValue().stream()
                                .map(Item::since)
                                .min(Comparator.naturalOrder())
                                .orElseThrow(),
                        sum(said, e.getValue())))
                .toList();
    }

    /** All of one name. */
    public record Share(Difference difference, int count, LocalDate oldest, Money amount) {}

    public boolean comesOut() {
        return unexplained.isZero() && gap == null;
    }

    /** A bank account: its statements against the books, less the lines that count later. */
    static AccountTieOut ofBank(
            String name,
            AccountCode account,
            LocalDate asOf,
            Money said,
            Money booked,
            List<Item> countedLater,
            StatementChain.Gap gap) {
        Money later = sum(said, countedLater);
        Money unexplained = said.minus(later).minus(booked);
        var working = Working.on("Tie-out of " + name)
                .step("the bank says " + said.text(), "its statement of " + Texts.day(asOf));
        countedLater.forEach(i -> working.step("less " + i.amount().text() + ", " + i.name(), "its month was closed"));
        working.step("booked: " + booked.text(), "account %s at the end of %s".formatted(account, Texts.day(asOf)))
                .step("leaves " + unexplained.text(), "what no name explains");
        return new AccountTieOut(
                name,
                account,
                asOf,
                "the bank, its statement of " + Texts.day(asOf),
                said,
                booked,
                countedLater,
                unexplained,
                gap,
                working.done());
    }

    /** An account on which every cent has a name: its items against the books. */
    static AccountTieOut ofItems(
            String name, AccountCode account, LocalDate asOf, Money booked, List<Item> items, String saidBy) {
        Money said = sum(booked, items);
        Money unexplained = said.minus(booked);
        var working = Working.on("Tie-out of " + name);
        working.step("%d items make %s".formatted(items.size(), said.text()), saidBy)
                .step("booked: " + booked.text(), "account %s at the end of %s".formatted(account, Texts.day(asOf)))
                .step("leaves " + unexplained.text(), "what no name explains");
        return new AccountTieOut(name, account, asOf, saidBy, said, booked, items, unexplained, null, working.done());
    }

    private static Money sum(Money like, List<Item> items) {
        return Money.sum(like.currency(), items.stream().map(Item::amount).toList());
    }
}
