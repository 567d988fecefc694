package exactum.app.ledger;

import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.EntryId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.Entry;
import exactum.core.ledger.Event;
import exactum.core.ledger.Periods;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
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
            boolean first) {}

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

    /** The postings of the latest entries, of one account's if it is not null. */
    List<Posted> latest(BusinessId business, AccountCode account, int entries);

    /** The postings of every entry that has to do with a document. */
    List<Posted> ofDocument(BusinessId business, DocumentId document);

    /** The postings of the entries. */
    List<Posted> of(BusinessId business, Collection<EntryId> ids);
}
