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
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/** Documents in lists of any size, with what they come to. */
public interface ListDocuments {
    /** More than so many that were searched for are neither counted nor added up; who wants their totals narrows the search. */
    int MOST_ADDED_UP = 1_000;

    /**
     * A document as lists show it.
     *
     * @param number or null for a draft
     * @param due when the earliest of what is open falls due, else the last of its due days; null for a draft
     * @param mandate the state of the mandate nearest to an open invoice; empty for none, and for all that is not open
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
            Standing standing,
            String mandate) {}

    /** What a list is sorted by; what is equal is told apart by the document's id. */
    enum Column {
        NUMBER,
        CUSTOMER,
        DATE,
        DUE,
        AMOUNT,
        OPEN
    }

    /** An order of a list. */
    record Order(Column column, boolean descending) {
        public static final Order NEWEST = new Order(Column.DATE, true);
    }

    /**
     * Which documents are wanted.
     *
     * @param words each of which is in what is printed; empty for all
     * @param standing or null for all
     * @param due only those of which something open falls due on the day, or null
     * @param mandate only open invoices whose mandate is in the state, {@code none} for those without one; or empty
     */
    record Filter(
            String words, Standing standing, LocalDate due, String mandate, Set<DocumentKind> kinds, Order order) {
        private static final Set<DocumentKind> BILLED =
                EnumSet.of(DocumentKind.INVOICE, DocumentKind.CASH_SALE, DocumentKind.CREDIT_NOTE);
        public static final Filter ALL = new Filter("", null, null);

        /** What was billed, the newest first. */
        public Filter(String words, Standing standing, LocalDate due) {
            this(words, standing, due, BILLED, Order.NEWEST);
        }

        /** Whatever their mandates are. */
        public Filter(String words, Standing standing, LocalDate due, Set<DocumentKind> kinds, Order order) {
            this(words, standing, due, "", kinds, order);
        }

        /** Whether it asks for kinds and a standing alone. */
        boolean isByStandingAlone() {
            return words.isBlank() && due == null && mandate.isEmpty();
        }

        /** The same for these kinds alone. */
        public Filter of(Set<DocumentKind> others) {
            return new Filter(words, standing, due, mandate, others, order);
        }
    }

    /** How many documents stand so, what they come to and what is open on them, by currency. */
    record Count(Standing standing, int count, List<Money> gross, List<Money> open) {}

    /**
     * A count and sums by currency.
     *
     * @param isMore whether there are more than were counted, so that there are no sums
     */
    record Totals(int count, List<Money> gross, List<Money> open, boolean isMore) {
        Totals(int count, List<Money> gross, List<Money> open) {
            this(count, gross, open, false);
        }

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

    /** A part of the wanted documents, in their order. */
    List<Listed> list(BusinessId business, Filter filter, LocalDate today, Slice slice);

    /** The documents of these ids, the newest first. */
    List<Listed> list(BusinessId business, Collection<DocumentId> ids, LocalDate today);

    /** What the wanted documents come to and what is open on them, by currency: over all of them, not what is shown. */
    Totals totals(BusinessId business, Filter filter, LocalDate today);

    /** Counts and sums of each standing on the day, over these kinds. */
    List<Count> counts(BusinessId business, Set<DocumentKind> kinds, LocalDate today);

    List<Listed> ofCustomer(BusinessId business, CustomerId customer, LocalDate today, int most);

    /** What the invoices and cash sales of a customer come to, and what is open on them. */
    Totals totalsOfCustomer(BusinessId business, CustomerId customer, LocalDate today);

    /** Drafts, as decisions, the newest first; those that wait for a second person are a decision of that. */
    List<Listed> drafts(BusinessId business, Wanted wanted);

    /** How many drafts are asked for. */
    int countDrafts(BusinessId business, Wanted wanted);

    /** What the drafts that are asked for come to. */
    Totals draftTotals(BusinessId business, Wanted wanted);

    /** The credit notes on a document, the newest first. */
    List<Listed> creditNotesOf(BusinessId business, DocumentId document, LocalDate today);

    List<Listed> ofRecurring(BusinessId business, RecurringId recurring, LocalDate today, int most);

    /**
     * Settled documents by the keys of their numbers: small letters and digits alone. See
     * {@link exactum.core.matching.Matching#numberKey}.
     */
    List<Listed> settledByNumberKey(BusinessId business, Collection<String> keys, LocalDate today);

    /** How long the keys of the business's numbers are: what a piece of a bank line's text must be as long as. */
    Set<Integer> numberKeyLengths(BusinessId business);
}
