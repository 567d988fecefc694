package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.june;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.arrangements.CourseOfRecurring;
import exactum.app.arrangements.FindRecurring;
import exactum.app.billing.CommitBillingRun;
import exactum.app.billing.PlanBillingRun;
import exactum.app.customers.Customer;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.SaveCustomer;
import exactum.app.documents.Document;
import exactum.app.documents.ListDocuments;
import exactum.app.documents.Standing;
import exactum.app.messages.FindMessages;
import exactum.app.messages.MessageState;
import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.ids.RecurringId;
import exactum.core.ids.RunId;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Runs over arrangements: rehearsed, compared again at commit, each date billed once, and forecasts that only look. */
@ExtendWith(RunningApp.class)
class BillingRunTest {
    private static final LocalDate TODAY = RunningApp.TODAY;

    private static RunId rehearse(World world, LocalDate day) {
        PlanBillingRun plan = world.bean(PlanBillingRun.class);
        RunId run = plan.begin(world.moorings, day, "", null);
        plan.plan(world.moorings, run);
        return run;
    }

    private static boolean commit(World world, RunId run) {
        CommitBillingRun commit = world.bean(CommitBillingRun.class);
        boolean started = commit.start(world.moorings, run);
        commit.execute(world.moorings, run);
        return started;
    }

    private static String page(World world, RunId run) {
        try (var ada = new Visitor(world, "ada")) {
            return ada.get("/billing-runs/" + run).body();
        }
    }

    private static int invoices(World world, Customer customer) {
        return world.lists()
                .ofCustomer(world.moorings, customer.id(), TODAY, 100)
                .size();
    }

    @Test
    void a_run_issues_with_number_tax_claim_entry_and_message(World world, FindMessages messages, DSLContext db) {
        Document invoice = world.invoice();
        assertThat(invoice.number()).isEqualTo("LW-2026-0001");
        assertThat(invoice.gross()).isEqualTo(euro("832.74"));
        assertThat(db.fetch(
                                "select tax_percent::text, base_minor, tax_minor from document_tax where document_id = {0} order by tax_minor desc",
                                invoice.id().value())
                        .map(r -> r.get(0) + " " + r.get(1) + " " + r.get(2)))
                .containsExactly("23.0000 64000 14720", "13.5000 4012 542");
        assertThat(world.documents().standing(world.moorings, invoice.id(), june(15)))
                .isEqualTo(Standing.ISSUED);
        assertThat(world.documents().standing(world.moorings, invoice.id(), june(16)))
                .isEqualTo(Standing.OVERDUE);
        assertThat(messages.ofDocument(world.moorings, invoice.id()))
                .extracting(m -> m.message().state())
                .containsExactly(MessageState.WAITING);
        assertThat(List.of(world.balance("1100"), world.balance("2000"), world.balance("4000")))
                .containsExactly(euro("832.74"), euro("-152.62"), euro("-680.12"));
    }

    @Test
    void running_it_again_makes_nothing_and_leaves_no_run(World world, CommitBillingRun commit, DSLContext db) {
        world.invoice();
        commit.runFor(world.moorings, TODAY);
        assertThat(db.fetchValue("select count(*) from run")).isEqualTo(1L);
    }

    @Test
    void missed_dates_are_caught_up(World world) {
        Customer customer = world.payer();
        world.agree(customer, LocalDate.of(2026, 3, 1), world.power());
        world.bill(TODAY);
        assertThat(world.lists().ofCustomer(world.moorings, customer.id(), TODAY, 100))
                .extracting(ListDocuments.Listed::date)
                .containsExactlyInAnyOrder(
                        TODAY, LocalDate.of(2026, 5, 1), LocalDate.of(2026, 4, 1), LocalDate.of(2026, 3, 1));
    }

    @Test
    void an_arrangement_that_was_changed_is_left_out_and_the_rest_goes(World world, CourseOfRecurring course) {
        Customer changed = world.payer();
        Customer same = world.payer();
        RecurringId paused = world.berth(changed);
        world.berth(same);
        RunId run = rehearse(world, TODAY);
        course.pause(world.moorings, paused, 1, TODAY);
        commit(world, run);
        assertThat(page(world, run)).contains("the arrangement was changed after the rehearsal");
        assertThat(invoices(world, changed)).isZero();
        assertThat(invoices(world, same)).isOne();
    }

    @Test
    void a_tax_rate_that_was_added_after_the_rehearsal_is_not_issued_silently(World world) {
        Customer customer = world.payer();
        world.berth(customer);
        RunId run = rehearse(world, TODAY);
        world.setUp()
                .addTaxRate(
                        world.moorings,
                        new TaxRate(
                                "standard",
                                TaxCategory.STANDARD,
                                "VAT",
                                new BigDecimal("21"),
                                june(1),
                                null,
                                "a test"));
        commit(world, run);
        assertThat(invoices(world, customer)).isZero();
        assertThat(page(world, run)).contains("its tax is VAT 21");
    }

    @Test
    void an_address_that_was_changed_after_the_rehearsal_leaves_the_invoice_out(World world, SaveCustomer save) {
        Customer moved = world.payer();
        Customer readdressed = world.payer();
        Customer same = world.payer();
        List.of(moved, readdressed, same).forEach(world::berth);
        RunId run = rehearse(world, TODAY);
        change(world, save, moved, moved.email(), "Quay 99");
        change(world, save, readdressed, "other@lakeside.example", "Quay 1");
        commit(world, run);
        assertThat(List.of(invoices(world, moved), invoices(world, readdressed), invoices(world, same)))
                .containsExactly(0, 0, 1);
        assertThat(page(world, run))
                .contains("the customer’s name, address or tax number was changed")
                .contains("it would go as PDF and link to other@lakeside.example now");
        assertThat(world.balance("1100")).isEqualTo(euro("832.74"));
        world.bill(TODAY);
        assertThat(invoices(world, moved)).as("the next run takes it").isOne();
    }

    private static void change(World world, SaveCustomer save, Customer customer, String email, String address) {
        save.change(
                world.moorings,
                customer.id(),
                1,
                new CustomerDraft(customer.code(), customer.name(), "person", email, address, "IE", "EUR", ""));
    }

    @Test
    void what_cannot_be_made_is_left_out_with_its_reason_and_stops_nothing(World world) {
        Customer without = world.payer();
        Customer same = world.payer();
        world.berth(without);
        world.agree(same, TODAY, world.power());
        world.asOwner("update tax_rate set valid_from = '2027-01-01' where code = 'standard' and business_id = 1");
        RunId run = rehearse(world, TODAY);
        assertThat(page(world, run)).contains("standard").contains(without.name());
        commit(world, run);
        assertThat(invoices(world, without)).isZero();
        assertThat(invoices(world, same)).isOne();
        try (var ada = new Visitor(world, "ada")) {
            for (String page : List.of("/recurring", "/day", "/billing-runs", "/customers/" + without.id()))
                assertThat(ada.get(page).statusCode()).as(page).isEqualTo(200);
        }
    }

    @Test
    void committing_twice_is_committing_once(World world) {
        Customer customer = world.payer();
        world.berth(customer);
        RunId run = rehearse(world, TODAY);
        assertThat(commit(world, run)).isTrue();
        assertThat(commit(world, run)).isFalse();
        assertThat(invoices(world, customer)).isOne();
    }

    @Test
    void a_forecast_looks_at_any_month_and_makes_nothing(World world) {
        Customer customer = world.payer();
        world.berth(customer);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/forecast?month=2026-09").body())
                    .contains("September 2026")
                    .contains("832.74");
            assertThat(ada.get("/forecast?month=2026-06").body())
                    .as("what is not made yet of the month that runs")
                    .contains("832.74");
            assertThat(ada.get("/forecast.csv?month=2026-09").body())
                    .contains("invoice_date,made_on,customer")
                    .contains("2026-09-01,2026-09-01,")
                    .contains("EUR,680.12,152.62,832.74,832.74 2026-09-15");
            assertThat(ada.page("/billing-runs", "date=2026-09-01")).contains("has not come");
            assertThat(invoices(world, customer)).isZero();
        }
    }

    @Test
    void two_runs_at_the_same_moment_bill_each_date_once_without_a_gap(World world, DSLContext db) throws Exception {
        List<Customer> customers =
                IntStream.range(0, 900).mapToObj(i -> world.payer()).toList();
        customers.forEach(world::berth);
        RunId first = rehearse(world, TODAY);
        db.execute("update run set made_by = 'somebody else'");
        RunId second = rehearse(world, TODAY);
        try (var pool = Executors.newFixedThreadPool(2)) {
            List<Callable<Boolean>> both = List.of(() -> commit(world, first), () -> commit(world, second));
            for (var done : pool.invokeAll(both)) assertThat(done.get()).isTrue();
        }
        assertThat(db.fetchValue("select count(*) from document")).isEqualTo(900L);
        assertThat(db.fetchValue("select count(distinct customer_id) from document"))
                .isEqualTo(900L);
        assertThat(db.fetchValue("select max(number) from document")).isEqualTo("LW-2026-0900");
        assertThat(world.bean(FindRecurring.class)
                        .due(world.moorings, new FindRecurring.Wanted(TODAY, "", null), null, 10))
                .isEmpty();
    }

    @Test
    void killed_in_the_middle_of_a_chunk_the_chunk_never_was_and_the_run_goes_on(
            World world, CommitBillingRun commit, DSLContext db) {
        Customer customer = world.payer();
        world.berth(customer);
        RunId run = rehearse(world, TODAY);
        commit.start(world.moorings, run);
        world.asOwner("alter table message add constraint killed check (send_on < '2000-01-01') not valid");
        assertThatThrownBy(() -> commit.execute(world.moorings, run)).isInstanceOf(RuntimeException.class);
        assertThat(db.fetchValue("select count(*) from document")).isEqualTo(0L);
        world.asOwner("alter table message drop constraint killed");
        commit.execute(world.moorings, run);
        assertThat(invoices(world, customer)).isOne();
        assertThat(world.newest(customer.id()).number()).as("no number is lost").isEqualTo("LW-2026-0001");
    }

    @Test
    void a_run_of_the_night_that_was_killed_half_way_is_ended_by_the_next(
            World world, CommitBillingRun commit, PlanBillingRun plan, DSLContext db) {
        Customer customer = world.payer();
        world.berth(customer);
        world.asOwner("alter table message add constraint killed check (send_on < '2000-01-01') not valid");
        assertThatThrownBy(() -> commit.runFor(world.moorings, TODAY)).isInstanceOf(RuntimeException.class);
        plan.begin(world.moorings, TODAY, "", null);
        assertThat(db.fetchValues("select state from run order by id")).isEqualTo(List.of("running", "planning"));
        world.asOwner("alter table message drop constraint killed");
        commit.runFor(world.moorings, TODAY);
        assertThat(db.fetchValues("select state from run")).isEqualTo(List.of("done"));
        assertThat(invoices(world, customer)).isOne();
    }
}
