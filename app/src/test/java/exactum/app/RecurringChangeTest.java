package exactum.app;

import static exactum.app.World.june;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.arrangements.FindRecurring;
import exactum.app.arrangements.RecurringInvoice;
import exactum.app.arrangements.RecurringState;
import exactum.app.arrangements.SaveRecurring;
import exactum.app.customers.Customer;
import exactum.app.documents.ListDocuments;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.Cadence.Unit;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Proration;
import exactum.core.cadence.Recurrence;
import exactum.core.ids.RecurringId;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.util.List;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** An arrangement that is changed goes on where it was: no date is billed twice and none is forgotten. */
@ExtendWith(RunningApp.class)
class RecurringChangeTest {
    private static RecurringInvoice recurring(RecurringInvoice r, Recurrence recurrence) {
        return new RecurringInvoice(
                r.id(),
                r.name(),
                r.customer(),
                recurrence,
                r.terms(),
                r.content(),
                r.handling(),
                r.progress(),
                r.revision());
    }

    private static RecurringInvoice find(World world, RecurringId id) {
        return world.bean(FindRecurring.class).find(world.moorings, id).orElseThrow();
    }

    private static Recurrence every(Unit unit, DayRule day, String start) {
        return new Recurrence(
                new Cadence(unit, 1, day),
                LocalDate.parse(start),
                Coverage.MONTH_OF_DATE,
                new Recurrence.End.Never(),
                0);
    }

    private static List<LocalDate> billed(World world, Customer customer) {
        return world.lists().ofCustomer(world.moorings, customer.id(), RunningApp.TODAY, 100).stream()
                .map(ListDocuments.Listed::date)
                .sorted()
                .toList();
    }

    @Test
    void another_cadence_goes_on_after_the_last_day_that_was_billed(World world, SaveRecurring save) {
        Customer customer = world.payer();
        RecurringId id = world.agree(customer, LocalDate.of(2026, 3, 1), world.power());
        world.bill(RunningApp.TODAY);
        assertThat(find(world, id).nextIndex()).isEqualTo(4);
        Recurrence quarterly = every(Unit.QUARTER, new DayRule.MonthDay(15), "2026-03-01");
        assertThatThrownBy(() -> save.change(world.moorings, recurring(find(world, id), quarterly)))
                .as("the quarter from June would bill June again")
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("June 2026 would be billed twice");
        save.change(world.moorings, recurring(find(world, id), quarterly.prorated(Proration.DAYS)));
        world.bill(june(15));
        assertThat(billed(world, customer)).endsWith(june(1), june(15)).hasSize(5);
        assertThat(world.newest(customer.id()).period().words()).isEqualTo("Jul – Aug 2026");
        assertThat(world.newest(customer.id()).amounts().net().plain())
                .as("62 of the 92 days of 40.12")
                .isEqualTo("27.04");
    }

    @Test
    void a_longer_cadence_that_would_leave_days_out_is_refused(World world, SaveRecurring save) {
        Customer customer = world.payer();
        RecurringId id = world.agree(customer, LocalDate.of(2026, 5, 1), world.power());
        world.bill(RunningApp.TODAY);
        Recurrence late = every(Unit.QUARTER, new DayRule.MonthDay(1), "2026-08-01");
        assertThatThrownBy(() -> save.change(world.moorings, recurring(find(world, id), late)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("July 2026 would never be billed");
        save.change(world.moorings, recurring(find(world, id), late.prorated(Proration.DAYS)));
        assertThat(find(world, id).next().orElseThrow().period().words())
                .as("the part before the first quarter is billed by itself")
                .isEqualTo("July 2026");
    }

    @Test
    void a_start_put_back_bills_no_date_twice_and_none_before_the_last(World world, SaveRecurring save) {
        Customer customer = world.payer();
        RecurringId id = world.berth(customer);
        world.bill(RunningApp.TODAY);
        save.change(
                world.moorings, recurring(find(world, id), every(Unit.MONTH, new DayRule.MonthDay(1), "2026-01-01")));
        world.bill(RunningApp.TODAY);
        assertThat(billed(world, customer)).containsExactly(june(1));
    }

    @Test
    void one_that_ended_begins_again_when_its_end_is_put_off(World world, SaveRecurring save) {
        RecurringId id = world.berth(world.payer());
        Recurrence monthly = find(world, id).recurrence();
        save.change(world.moorings, recurring(find(world, id), ending(monthly, new Recurrence.End.OnDate(june(1)))));
        world.bill(RunningApp.TODAY);
        assertThat(find(world, id).state()).isEqualTo(RecurringState.ENDED);
        save.change(world.moorings, recurring(find(world, id), ending(monthly, new Recurrence.End.Never())));
        assertThat(find(world, id).state()).isEqualTo(RecurringState.ACTIVE);
    }

    private static Recurrence ending(Recurrence r, Recurrence.End end) {
        return new Recurrence(r.cadence(), r.startsOn(), r.coverage(), end, r.madeDaysBefore());
    }

    @Test
    void the_second_of_two_people_is_told_and_saves_nothing(World world, SaveRecurring save) {
        RecurringInvoice seen = find(world, world.berth(world.payer()));
        save.change(world.moorings, seen);
        assertThatThrownBy(() -> save.change(world.moorings, seen))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("meanwhile");
    }

    @Test
    void one_that_cannot_be_planned_is_not_kept(World world, DSLContext db) {
        Customer customer = world.payer();
        assertThatThrownBy(() -> world.agree(customer, RunningApp.TODAY, world.line("Berth", "1", "1", "no-such-rate")))
                .isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> world.agree(
                        customer, RunningApp.TODAY, world.line("Berth", "999999999999", "999999999", "standard")))
                .isInstanceOf(Refusal.class);
        assertThatThrownBy(() ->
                        world.agree(customer, LocalDate.of(1999, 1, 1), world.line("Berth", "1", "1", "standard")))
                .as("the rate is valid from 2021 on")
                .isInstanceOf(Refusal.class);
        assertThat(db.fetchValue("select count(*) from recurring_invoice")).isEqualTo(0L);
        try (var ada = new Visitor(world, "ada")) {
            for (String page : List.of("/recurring", "/day", "/billing-runs"))
                assertThat(ada.get(page).statusCode()).as(page).isEqualTo(200);
        }
    }
}
