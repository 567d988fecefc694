package exactum.app.reminders;

import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Set;

/**
 * An open item that a rhythm may speak of.
 *
 * @param round how often it opened again
 * @param payBy the day from which steps count
 * @param since the day after which they may come
 * @param told the days of the steps that were told in the round, or left out
 * @param stop what stops it whatever the rhythm says, or null
 * @param stopUntil the day to which it is stopped, or null
 */
record Candidate(
        ClaimId claim,
        DocumentId document,
        String number,
        CustomerId customer,
        String customerName,
        Money left,
        int round,
        LocalDate payBy,
        LocalDate since,
        Set<Integer> told,
        Stop stop,
        LocalDate stopUntil) {
    Candidate {
        told = Set.copyOf(told);
    }
}
