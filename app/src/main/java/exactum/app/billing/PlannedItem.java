package exactum.app.billing;

import exactum.core.ids.CustomerId;
import exactum.core.ids.RecurringId;
import java.time.LocalDate;
import java.util.Currency;

/**
 * One invoice of a plan.
 *
 * @param itemNo its place in the plan, from 1; 0 before it has one
 * @param revision the arrangement's, as it was planned
 * @param facts what it was planned with, or null where it cannot be made
 * @param leftOut why it cannot be made, or null
 */
record PlannedItem(
        int itemNo,
        RecurringId recurring,
        int revision,
        CustomerId customer,
        int occurrence,
        LocalDate date,
        Currency currency,
        Facts facts,
        String leftOut) {

    PlannedItem numbered(int no) {
        return new PlannedItem(no, recurring, revision, customer, occurrence, date, currency, facts, leftOut);
    }
}
