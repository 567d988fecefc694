package exactum.app.ledger;

import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.ids.EntryId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** One account of the books at a time, and what stands behind an entry. */
public interface FindAccounts {

    /**
     * A posting on an account's own page.
     *
     * @param balance of the account after it
     */
    record Line(FindBooks.Posted posted, Money balance) {}

    /**
     * What an account did between two days.
     *
     * @param opening at the end of the day before the first
     * @param count how many postings there are
     */
    record Movement(Money opening, Money debits, Money credits, int count) {
        public Money closing() {
            return opening.plus(debits).minus(credits);
        }
    }

    Movement movement(BusinessId business, AccountCode account, String currency, LocalDate from, LocalDate until);

    /** Some of its postings between two days, newest first, each with the balance after it. */
    List<Line> lines(
            BusinessId business, AccountCode account, String currency, LocalDate from, LocalDate until, Slice slice);

    /** What an account moved by month, debits and credits, the oldest first. */
    List<Month> months(BusinessId business, AccountCode account, String currency, LocalDate until);

    /** A month of an account; the balance is the one at its end. */
    record Month(YearMonth month, Money debits, Money credits, Money balance) {}

    /**
     * What stands behind an entry.
     *
     * @param words such as “invoice LW-2026-0001”
     * @param href opens it, or null
     */
    record Source(String words, String href) {}

    /** What made an entry, as far as it has a page. */
    List<Source> sources(BusinessId business, EntryId entry);

    /** The latest entries that have to do with something by its id: a document, a payment, a bank line, a payout, a customer. */
    List<EntryId> about(BusinessId business, UUID id, int most);

    /** The entry that undoes another, if any does. */
    Optional<EntryId> undoneBy(BusinessId business, EntryId entry);
}
