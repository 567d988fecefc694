package exactum.app.ledger;

import exactum.app.business.Business;
import exactum.app.web.Texts;
import exactum.core.money.Money;
import java.util.List;

/** Postings and balances as tables show them. */
public final class EntryRows {
    private EntryRows() {}

    /**
     * A row with its two columns of money, in one currency and in the business's own.
     *
     * @param belongsTo the day its event belongs to where that is not the one it counts on, else empty
     * @param entry where its entry is shown, or empty
     * @param about whose it is, and of which document
     */
    public record Row(
            String date,
            String belongsTo,
            String what,
            String kind,
            String account,
            String tags,
            String debit,
            String credit,
            String own,
            String entry,
            FindBooks.About about) {}

    /** The postings, the words of each entry on its first row alone. */
    public static List<Row> of(List<FindBooks.Posted> postings, Business business) {
        return postings.stream().map(p -> row(p, business)).toList();
    }

    static Row of(FindBooks.Balance b, Business business) {
        boolean foreign = !b.balance().currency().equals(business.currency());
        return new Row(
                "",
                "",
                b.name(),
                b.kind(),
                b.code().value(),
                "",
                debit(b.balance(), foreign),
                credit(b.balance(), foreign),
                foreign ? own(b.ownMinor(), business) : "",
                "/ledger/accounts/%s?currency=%s"
                        .formatted(b.code(), b.balance().currency().getCurrencyCode()),
                FindBooks.About.NOTHING);
    }

    private static Row row(FindBooks.Posted p, Business business) {
        boolean foreign = !p.amount().currency().equals(business.currency());
        return new Row(
                p.first() ? Texts.day(p.countsOn()) : "",
                p.first() && !p.countsOn().equals(p.day()) ? Texts.day(p.day()) : "",
                p.first() ? p.memo() : "",
                p.first() ? p.event().words() : "",
                p.account() + " " + p.accountName(),
                String.join("; ", p.tags()),
                debit(p.amount(), foreign),
                credit(p.amount(), foreign),
                foreign ? own(p.ownMinor(), business) : "",
                p.first() && p.entry() != null ? "/ledger/entries/" + p.entry() : "",
                p.about());
    }

    private static String own(long minor, Business business) {
        return Texts.money(business.currency().getCurrencyCode(), minor);
    }

    static String debit(Money amount, boolean foreign) {
        if (!amount.isPositive()) return "";
        return foreign ? amount.withCurrency() : amount.text();
    }

    static String credit(Money amount, boolean foreign) {
        return debit(amount.negated(), foreign);
    }
}
