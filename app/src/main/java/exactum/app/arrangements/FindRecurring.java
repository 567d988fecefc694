package exactum.app.arrangements;

import exactum.app.database.Slice;
import exactum.core.cadence.ServicePeriod;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.RecurringId;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** The recurring invoices of a business. */
public interface FindRecurring {
    /**
     * A recurring invoice as the list shows it.
     *
     * @param customerEmail null where there is none: its messages will be held
     * @param nextDate the date of its next invoice, or null where there is none
     * @param nextMakeOn the day on which that is made
     */
    record Listed(
            RecurringInvoice recurring,
            String customerName,
            String customerEmail,
            LocalDate nextDate,
            LocalDate nextMakeOn) {}

    Optional<RecurringInvoice> find(BusinessId business, RecurringId id);

    Map<RecurringId, RecurringInvoice> byId(BusinessId business, Collection<RecurringId> ids);

    /**
     * Which arrangements are wanted.
     *
     * @param day those with an invoice to make on or before it
     * @param words of the name or reference, or of the customer; empty for all
     * @param group of customers, or null for all
     */
    record Wanted(LocalDate day, String words, UUID group) {}

    /** Those that are wanted, in the order of their ids, after the given id or from the first. */
    List<RecurringInvoice> due(BusinessId business, Wanted wanted, RecurringId after, int most);

    /** Those that have not ended, of words and of a group of customers, by name; at most a thousand. */
    List<RecurringInvoice> going(BusinessId business, String words, UUID group);

    /** Those that go on and have an invoice dated on or before a day, in the order of their ids. */
    List<RecurringInvoice> datedUpTo(BusinessId business, LocalDate day, RecurringId after, int most);

    /** How many have an invoice to make on or before the day, and since when the oldest waits. */
    Waiting waiting(BusinessId business, LocalDate day);

    /** Recurring invoices whose day to be made has come. */
    record Waiting(int count, LocalDate since) {}

    /** The list, next date first, of those that the filter finds. */
    List<Listed> list(BusinessId business, Filter filter, Slice slice);

    /** How many the filter finds. */
    int count(BusinessId business, Filter filter);

    /** Which are listed: those that the words find, in a state or in any for null. */
    record Filter(String words, RecurringState state) {}

    /** How many there are in each state. */
    Map<RecurringState, Integer> states(BusinessId business);

    List<RecurringInvoice> ofCustomer(BusinessId business, CustomerId customer, int most);

    /** The day after the last one that is billed; none before the first invoice. */
    Optional<LocalDate> billedUntil(BusinessId business, RecurringId id);

    /** A period that is billed, and by what. */
    record BilledPeriod(ServicePeriod period, DocumentId document) {}

    /** The billed periods that reach beyond a day, in order. */
    List<BilledPeriod> billed(BusinessId business, RecurringId id, LocalDate endingAfter);

    /** A period that is left out, by its first day. */
    record Skipped(LocalDate periodFrom, String cause, String by) {}

    /** The periods that are left out, in order. */
    List<Skipped> skipped(BusinessId business, RecurringId id);
}
