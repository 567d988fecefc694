package exactum.app.ledger;

import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.Entry;
import exactum.core.ledger.Periods;
import exactum.core.ledger.Posting;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Entries as lists show them, of what would be booked and of what was. */
@Component
public class ShowEntries {
    private final LedgerStore store;
    private final FindBooks books;

    ShowEntries(LedgerStore store, FindBooks books) {
        this.store = store;
        this.books = books;
    }

    /** Those that would be booked. */
    public List<FindBooks.Posted> rehearsed(BusinessId business, List<Entry> entries) {
        Map<AccountCode, String> names = books.accountNames(business);
        Periods periods = books.periods(business);
        var rows = new ArrayList<FindBooks.Posted>();
        for (Entry entry : entries) {
            boolean first = true;
            for (Posting p : entry.postings()) {
                rows.add(new FindBooks.Posted(
                        null,
                        periods.countsOn(entry.day()),
                        entry.day(),
                        entry.event(),
                        entry.memo(),
                        entry.reverses(),
                        p.account(),
                        names.getOrDefault(p.account(), ""),
                        p.amount(),
                        p.own().minor(),
                        p.tags(),
                        first,
                        FindBooks.About.NOTHING));
                first = false;
            }
        }
        return rows;
    }

    /** Those that were booked of acts with these sources, and what undid them. */
    public List<FindBooks.Posted> ofSources(BusinessId business, Collection<UUID> sources) {
        return books.of(business, store.idsOfSources(business, sources));
    }
}
