package exactum.app.billing;

import exactum.app.arrangements.FindRecurring;
import exactum.app.arrangements.PrepareRecurring;
import exactum.app.arrangements.RecurringInvoice;
import exactum.app.customers.Customer;
import exactum.app.database.Pages;
import exactum.app.documents.Prepared;
import exactum.app.web.Why;
import exactum.core.cadence.Occurrence;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/**
 * What arrangements would bill in days to come, if nothing changes: the same computation as a billing run, which makes nothing
 * and keeps nothing. Memory does not grow with the number of arrangements.
 */
@Component
public class Forecasts {
    private static final int PAGE = 2_000;
    private final FindRecurring recurring;
    private final PrepareRecurring prepare;

    Forecasts(FindRecurring recurring, PrepareRecurring prepare) {
        this.recurring = recurring;
        this.prepare = prepare;
    }

    /**
     * An invoice that would be made.
     *
     * @param prepared what it would be, or null where something stops it
     * @param gross with tax, or null
     * @param stop what would stop it, or null
     */
    public record Ahead(
            RecurringInvoice arrangement,
            Customer customer,
            Occurrence occurrence,
            Prepared prepared,
            Money gross,
            String stop) {}

    /** Every invoice that would be dated from a day up to another, in the order of the arrangements. */
    public void each(BusinessId business, LocalDate from, LocalDate until, Consumer<Ahead> wanted) {
        Pages.<RecurringInvoice, List<Ahead>>each(
                after -> recurring.datedUpTo(business, until.minusDays(1), after == null ? null : after.id(), PAGE),
                page -> ahead(business, page, from, until),
                found -> found.forEach(wanted));
    }

    private List<Ahead> ahead(BusinessId business, List<RecurringInvoice> page, LocalDate from, LocalDate until) {
        PrepareRecurring.Desk desk = prepare.desk(business, page);
        var found = new ArrayList<Ahead>();
        for (RecurringInvoice one : page)
            one.ahead()
                    .takeWhile(o -> o.date().isBefore(until))
                    .filter(o -> !o.date().isBefore(from))
                    .forEach(o -> found.add(ahead(one, o, desk)));
        return found;
    }

    private static Ahead ahead(RecurringInvoice one, Occurrence occurrence, PrepareRecurring.Desk desk) {
        Customer customer = desk.payer(one);
        try {
            Prepared prepared = desk.prepare(one, occurrence);
            return new Ahead(
                    one, customer, occurrence, prepared, prepared.totals().gross(), null);
        } catch (Refusal stops) {
            return new Ahead(one, customer, occurrence, null, null, Why.of(stops));
        }
    }
}
