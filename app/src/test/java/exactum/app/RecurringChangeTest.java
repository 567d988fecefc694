package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.KeepCustomer;
import exactum.app.documents.InvoiceStore;
import exactum.app.recurring.KeepRecurringInvoice;
import exactum.app.recurring.RecurringInvoice;
import exactum.app.recurring.RecurringStore;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Cadence.Unit;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Recurrence;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What becomes of the dates that were billed when the arrangement behind them is changed. */
@ExtendWith(RunningApp.class)
class RecurringChangeTest {
    private static RecurringInvoice recurring(RecurringInvoice r, Recurrence recurrence) {
        return new RecurringInvoice(
                r.id(),
                r.name(),
                r.customerId(),
                recurrence,
                r.termsId(),
                r.theirReference(),
                r.memo(),
                r.currency(),
                r.state(),
                r.nextIndex(),
                r.revision(),
                r.lines());
    }

    private static Recurrence every(Unit unit, DayRule day, String start) {
        return new Recurrence(
                new Cadence(unit, 1, day),
                LocalDate.parse(start),
                Coverage.MONTH_OF_DATE,
                new Recurrence.End.Never(),
                0);
    }

    @Test
    void another_cadence_goes_on_after_the_last_date_that_was_billed(
            World world, KeepRecurringInvoice keep, RecurringStore store, InvoiceStore invoices) {
        Customer customer = world.customer("change@lakeside.example");
        UUID id = world.berth(customer, LocalDate.of(2026, 3, 1));
        world.bill(RunningApp.TODAY);
        assertThat(store.find(id).orElseThrow().nextIndex()).isEqualTo(4);
        keep.change(
                recurring(store.find(id).orElseThrow(), every(Unit.QUARTER, new DayRule.MonthDay(15), "2026-03-01")));
        RecurringInvoice changed = store.find(id).orElseThrow();
        assertThat(changed.recurrence()
                        .occurrence(changed.nextIndex())
                        .orElseThrow()
                        .date())
                .isEqualTo(LocalDate.of(2026, 6, 15));
        world.bill(LocalDate.of(2026, 6, 15));
        assertThat(invoices.ofCustomer(customer.id(), RunningApp.TODAY))
                .extracting(InvoiceStore.Listed::date)
                .startsWith(LocalDate.of(2026, 6, 15), LocalDate.of(2026, 6, 1));
    }

    @Test
    void a_start_put_back_bills_no_date_twice_and_none_before_the_last(
            World world, KeepRecurringInvoice keep, RecurringStore store, InvoiceStore invoices) {
        Customer customer = world.customer("back@lakeside.example");
        UUID id = world.berth(customer);
        world.bill(RunningApp.TODAY);
        keep.change(recurring(store.find(id).orElseThrow(), every(Unit.MONTH, new DayRule.MonthDay(1), "2026-01-01")));
        world.bill(RunningApp.TODAY);
        assertThat(invoices.ofCustomer(customer.id(), RunningApp.TODAY)).hasSize(1);
    }

    @Test
    void one_that_ended_begins_again_when_its_end_is_put_off(
            World world, KeepRecurringInvoice keep, RecurringStore store) {
        UUID id = world.berth(world.customer("ended@lakeside.example"));
        RecurringInvoice r = store.find(id).orElseThrow();
        Recurrence monthly = r.recurrence();
        keep.change(recurring(r, ending(monthly, new Recurrence.End.OnDate(LocalDate.of(2026, 6, 1)))));
        world.bill(RunningApp.TODAY);
        assertThat(store.find(id).orElseThrow().state()).isEqualTo("ended");
        keep.change(recurring(store.find(id).orElseThrow(), ending(monthly, new Recurrence.End.Never())));
        assertThat(store.find(id).orElseThrow().state()).isEqualTo("active");
    }

    private static Recurrence ending(Recurrence r, Recurrence.End end) {
        return new Recurrence(r.cadence(), r.startsOn(), r.coverage(), end, r.madeDaysBefore());
    }

    @Test
    void the_second_of_two_people_is_told_and_keeps_nothing(
            World world, KeepRecurringInvoice keep, RecurringStore store) {
        UUID id = world.berth(world.customer("two@lakeside.example"));
        RecurringInvoice seen = store.find(id).orElseThrow();
        keep.change(seen);
        assertThatThrownBy(() -> keep.change(seen))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("Somebody changed this recurring invoice meanwhile");
    }

    @Test
    void a_customer_in_another_currency_is_refused_before_anything_is_kept(
            World world, KeepRecurringInvoice keep, KeepCustomer customers, RecurringStore store) {
        Customer british =
                customers.add(new CustomerDraft("GB-1", "Pound Side", "person", "", "Quay 2", "GB", "GBP", ""));
        assertThatThrownBy(() -> world.berth(british))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("a customer in GBP, and we bill in EUR only");
        assertThat(store.ofCustomer(british.id())).isEmpty();
    }
}
