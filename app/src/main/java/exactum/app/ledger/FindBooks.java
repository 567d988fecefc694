package exactum.app.ledger;

import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.EntryId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.Entry;
import exactum.core.ledger.Event;
import exactum.core.ledger.Periods;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** The books as they stand. Balances run on the day an entry counts on. */
public interface FindBooks {

    /**
     * An account with its balance in one currency; a debit is positive.
     *
     * @param ownMinor the same in the business's own currency, in minor units
     */
    record Balance(AccountCode code, String name, String kind, Money balance, long ownMinor) {}

    /**
     * A posting with its entry's words.
     *
     * @param entry null where it was only rehearsed
     * @param countsOn the day it counts on
     * @param day the day its event belongs to
     * @param reverses the entry that its entry undoes, or null
     * @param ownMinor in the business's own currency, in minor units
     * @param first whether it is the first of its entry
     */
    record Posted(
            EntryId entry,
            LocalDate countsOn,
            LocalDate day,
            Event event,
            String memo,
            EntryId reverses,
            AccountCode account,
            String accountName,
            Money amount,
            long ownMinor,
            List<String> tags,
            boolean first,
            About about) {

        /** The same with the words of its entry, which it is shown without the others of. */
        Posted alone() {
            return new Posted(
                    entry,
                    countsOn,
                    day,
                    event,
                    memo,
                    reverses,
                    account,
                    accountName,
                    amount,
                    ownMinor,
                    tags,
                    true,
                    about);
        }
    }

    /**
     * Whose a posting is, and of which document.
     *
     * @param customer null for nobody's
     * @param number of the document, or empty
     */
    record About(CustomerId customer, String customerName, String number) {
        static final About NOTHING = new About(null, "", "");
    }

    /** The accounts of the chart, by their codes. */
    Map<AccountCode, String> accountNames(BusinessId business);

    /**
     * A month that was closed or reopened.
     *
     * @param by who closed it, or asked for it to be reopened
     * @param approvedBy the second person, or null where it was closed
     * @param cause why it was reopened, or null
     */
    record PeriodEvent(
            UUID id, YearMonth month, boolean reopened, LocalDate on, String by, String approvedBy, String cause) {}

    /** Every closing and reopening, the latest first. */
    List<PeriodEvent> periodEvents(BusinessId business);

    /** Which months are closed. */
    Periods periods(BusinessId business);

    /** The balance of every account at the end of the day; costs what its accounts cost, not what their history does. */
    List<Balance> trialBalance(BusinessId business, LocalDate asOf);

    /** The balance of one account at the end of the day. */
    Money balance(BusinessId business, AccountCode account, String currency, LocalDate asOf);

    Optional<Entry> find(BusinessId business, Event event, UUID source);

    Optional<Entry> find(BusinessId business, EntryId id);

    /** The day on which the entry of an event counts. */
    Optional<LocalDate> countsOn(BusinessId business, Event event, UUID source);

    /** The postings of the latest entries. */
    List<Posted> latest(BusinessId business, int entries);

    /** The postings of the entries. */
    List<Posted> of(BusinessId business, Collection<EntryId> ids);
}
