package exactum.app.documents;

import exactum.app.database.Slice;
import exactum.app.daysheet.Sums;
import exactum.app.daysheet.Wanted;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.RecurringId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Documents of a business. */
public interface FindDocuments {

    /**
     * A document as lists show it.
     *
     * @param number or null for a draft
     * @param due when the earliest of what is open falls due, else the last of its due days; null for a draft
     */
    record Listed(
            DocumentId id,
            DocumentKind kind,
            String number,
            CustomerId customer,
            String customerName,
            LocalDate date,
            LocalDate due,
            Money gross,
            Money open,
            Standing standing) {}

    /**
     * Which documents are wanted.
     *
     * @param standing or null for all
     * @param due only those of which something open falls due on the day, or null
     */
    record Filter(String words, Standing standing, LocalDate due) {
        /** Whether it asks for a standing alone, or for everything. */
        boolean isByStandingAlone() {
            return words.isBlank() && due == null;
        }

        public static final Filter ALL = new Filter("", null, null);
    }

    /** How many documents stand so, what they come to and what is open on them, by currency. */
    record Count(Standing standing, int count, List<Money> gross, List<Money> open) {}

    Optional<Document> find(BusinessId business, DocumentId id);

    /** The document; a {@link org.jooq.exception.NoDataFoundException} if there is none. */
    Document get(BusinessId business, DocumentId id);

    Optional<Document> findByNumber(BusinessId business, String number);

    /** How a document stands on the day. */
    Standing standing(BusinessId business, DocumentId id, LocalDate today);

    /** The newest of the wanted documents. */
    List<Listed> list(BusinessId business, Filter filter, LocalDate today, Slice slice);

    /** What the wanted documents come to and what is open on them, by currency: over all of them, not what is shown. */
    Totals totals(BusinessId business, Filter filter, LocalDate today);

    /** A count and sums by currency. */
    record Totals(int count, List<Money> gross, List<Money> open) {
        /** Of all that stand so. */
        static Totals of(List<Count> counts) {
            return new Totals(
                    counts.stream().mapToInt(Count::count).sum(),
                    Sums.byCurrency(
                            counts.stream().flatMap(c -> c.gross().stream()).toList()),
                    Sums.byCurrency(
                            counts.stream().flatMap(c -> c.open().stream()).toList()));
        }
    }

    /** Counts and sums of each standing on the day. */
    List<Count> counts(BusinessId business, LocalDate today);

    List<Listed> ofCustomer(BusinessId business, CustomerId customer, LocalDate today, int most);

    /** What all documents of a customer come to, and what is open on them. */
    Totals totalsOfCustomer(BusinessId business, CustomerId customer, LocalDate today);

    /** Drafts, as decisions, the newest first; those that wait for a second person are a decision of that. */
    List<Listed> drafts(BusinessId business, Wanted wanted);

    /** How many drafts are asked for. */
    int countDrafts(BusinessId business, Wanted wanted);

    /** What the drafts that are asked for come to. */
    Totals draftTotals(BusinessId business, Wanted wanted);

    List<Listed> ofRecurring(BusinessId business, RecurringId recurring, LocalDate today, int most);

    Map<DocumentId, String> numbers(BusinessId business, Collection<DocumentId> ids);

    /** How long the keys of the business's numbers are: what a piece of a bank line's text must be as long as. */
    Set<Integer> numberKeyLengths(BusinessId business);

    /**
     * Settled documents by the keys of their numbers: small letters and digits alone. See
     * {@link exactum.core.matching.BankLineMatcher#numberKey}.
     */
    List<Listed> settledByNumberKey(BusinessId business, Collection<String> keys, LocalDate today);
}
