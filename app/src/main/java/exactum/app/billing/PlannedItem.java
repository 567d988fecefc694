package exactum.app.billing;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.UUID;

/**
 * One invoice that a billing run would make.
 *
 * @param itemNo its place in the run
 * @param recurringRevision the state of the arrangement that was planned with
 * @param sentTo where its message goes, or null if it is held
 * @param state planned, issued or left out
 * @param reason why it was left out, or null
 */
public record PlannedItem(
        int itemNo,
        UUID recurringId,
        int recurringRevision,
        UUID customerId,
        int occurrenceIndex,
        LocalDate invoiceDate,
        LocalDate dueDate,
        Money gross,
        String sentTo,
        String state,
        String reason,
        UUID invoiceId) {}
