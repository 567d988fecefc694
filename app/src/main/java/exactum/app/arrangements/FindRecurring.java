package exactum.app.arrangements;

import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.RecurringId;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;

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

    /** Those with an invoice to make on or before the day, in the order of their ids, after the given id or from the first. */
    List<RecurringInvoice> due(BusinessId business, LocalDate day, RecurringId after, int most);

    /** How many have an invoice to make on or before the day, and since when the oldest waits. */
    Waiting waiting(BusinessId business, LocalDate day);

    /** Recurring invoices whose day to be made has come. */
    record Waiting(int count, LocalDate since) {}

    /** The list, next date first, of those whose name or customer holds each of the words. */
    List<Listed> list(BusinessId business, String words, Slice slice);

    /** How many the words find. */
    int count(BusinessId business, String words);

    List<RecurringInvoice> ofCustomer(BusinessId business, CustomerId customer, int most);

    /** The date billed last; none before the first. */
    Optional<LocalDate> lastBilled(BusinessId business, RecurringId id);
}
