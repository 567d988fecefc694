package exactum.app.recurring;

import exactum.core.cadence.Recurrence;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.UUID;

/**
 * The standing arrangement that makes invoices.
 *
 * @param id null until it is kept
 * @param state active, paused or ended
 * @param nextIndex the occurrence that is billed next
 * @param revision raised by each change; a rehearsal holds on to the one it saw
 */
public record RecurringInvoice(
        UUID id,
        String name,
        UUID customerId,
        Recurrence recurrence,
        UUID termsId,
        String theirReference,
        String memo,
        Currency currency,
        String state,
        int nextIndex,
        int revision,
        List<Line> lines) {

    RecurringInvoice withId(UUID given) {
        return new RecurringInvoice(
                given,
                name,
                customerId,
                recurrence,
                termsId,
                theirReference,
                memo,
                currency,
                state,
                nextIndex,
                revision,
                lines);
    }

    /** The same arrangement, in a state and with the occurrence that is billed next. */
    RecurringInvoice goingOn(String otherState, int otherNextIndex) {
        return new RecurringInvoice(
                id,
                name,
                customerId,
                recurrence,
                termsId,
                theirReference,
                memo,
                currency,
                otherState,
                otherNextIndex,
                revision,
                lines);
    }

    /** Whether both agree on the same, whatever their states and revisions. */
    boolean agreesWith(RecurringInvoice other) {
        return agreed().equals(other.agreed());
    }

    private List<Object> agreed() {
        var all = new ArrayList<Object>(List.of(name, customerId, recurrence, termsId, currency));
        for (Line l : lines)
            all.addAll(List.of(
                    l.description(),
                    l.quantity().stripTrailingZeros(),
                    l.unit(),
                    l.price(),
                    l.taxCode(),
                    l.incomeAccount()));
        return all;
    }

    /** A line as agreed; the tax rate is that of each invoice's date. */
    public record Line(
            UUID itemId,
            String description,
            BigDecimal quantity,
            String unit,
            Money price,
            String taxCode,
            String incomeAccount) {}
}
