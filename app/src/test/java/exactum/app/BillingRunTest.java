package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.billing.BillingStore;
import exactum.app.billing.CommitBillingRun;
import exactum.app.billing.IssueInvoices;
import exactum.app.billing.PlanBillingRun;
import exactum.app.billing.PlannedItem;
import exactum.app.customers.Customer;
import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceState;
import exactum.app.documents.InvoiceStore;
import exactum.app.ledger.LedgerHealth;
import exactum.app.messages.Outbox;
import exactum.app.recurring.KeepRecurringInvoice;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(RunningApp.class)
class BillingRunTest {
    private static final LocalDate TODAY = RunningApp.TODAY;

    @Test
    void a_run_issues_with_number_tax_instalment_and_message(
            World world, InvoiceStore invoices, Outbox outbox, DSLContext db) {
        Invoice invoice = world.invoice();
        assertThat(invoice.number()).matches("LW-2026-\\d{4}");
        assertThat(invoice.net()).isEqualTo(Money.of("EUR", "680.12"));
        assertThat(invoice.taxes())
                .extracting(t -> t.percent().stripTrailingZeros().toPlainString() + " "
                        + t.base().text() + " " + t.tax().text())
                .containsExactly("23 640.00 147.20", "13.5 40.12 5.42");
        assertThat(invoice.gross()).isEqualTo(Money.of("EUR", "832.74"));
        assertThat(invoice.dueDate()).isEqualTo(LocalDate.of(2026, 6, 15));
        assertThat(invoice.state(LocalDate.of(2026, 6, 15))).isEqualTo(InvoiceState.ISSUED);
        assertThat(invoice.state(LocalDate.of(2026, 6, 16))).isEqualTo(InvoiceState.OVERDUE);
        assertThat(outbox.ofInvoice(invoice.id()))
                .extracting(m -> m.message().state())
                .containsExactly("waiting");
        assertThat(db.fetch(
                                "select account, sum(amount_minor)::bigint as minor from posting where invoice_id = {0} group by account order by account",
                                invoice.id())
                        .map(r -> r.get(0) + " " + r.get(1)))
                .containsExactly("1100 83274", "2000 -15262", "4000 -68012");
    }

    @Test
    void running_it_again_makes_nothing(World world) {
        world.invoice();
        assertThat(world.bill(TODAY).planned()).isZero();
    }

    @Test
    void missed_dates_are_caught_up(World world, InvoiceStore invoices) {
        Customer customer = world.customer("late@lakeside.example");
        world.berth(customer, LocalDate.of(2026, 3, 1));
        world.bill(TODAY);
        assertThat(invoices.ofCustomer(customer.id(), TODAY))
                .extracting(InvoiceStore.Listed::date)
                .containsExactly(
                        LocalDate.of(2026, 6, 1),
                        LocalDate.of(2026, 5, 1),
                        LocalDate.of(2026, 4, 1),
                        LocalDate.of(2026, 3, 1));
    }

    @Test
    void without_an_address_the_message_is_held_and_can_be_freed_later(
            World world, InvoiceStore invoices, Outbox outbox, DSLContext db) {
        Customer customer = world.customer("");
        world.berth(customer);
        world.bill(TODAY);
        assertThat(outbox.heldOf(customer.id())).hasSize(1);
        assertThat(outbox.release(customer.id())).isZero();
        db.execute("update customer set email = 'now@lakeside.example' where id = {0}", customer.id());
        assertThat(outbox.release(customer.id())).isOne();
        assertThat(outbox.heldOf(customer.id())).isEmpty();
    }

    @Test
    void what_changed_after_the_rehearsal_is_left_out_and_the_rest_goes(
            World world, PlanBillingRun plan, CommitBillingRun commit, BillingStore runs, KeepRecurringInvoice keep) {
        UUID changed = world.berth(world.customer("a@lakeside.example"));
        UUID same = world.berth(world.customer("b@lakeside.example"));
        UUID run = plan.plan(TODAY);
        keep.setPaused(changed, 1, true);
        commit.start(run);
        commit.execute(run);
        var items = runs.items(run, 1, 100);
        assertThat(items)
                .filteredOn(i -> i.recurringId().equals(changed))
                .extracting(PlannedItem::reason)
                .containsExactly("the arrangement was changed after the rehearsal");
        assertThat(items)
                .filteredOn(i -> i.recurringId().equals(same))
                .extracting(PlannedItem::state)
                .containsExactly("issued");
    }

    @Test
    void committing_twice_is_committing_once(World world, PlanBillingRun plan, CommitBillingRun commit) {
        world.berth(world.customer("c@lakeside.example"));
        UUID run = plan.plan(TODAY);
        assertThat(commit.start(run)).isTrue();
        commit.execute(run);
        assertThat(commit.start(run)).isFalse();
    }

    @Test
    void two_runs_at_the_same_moment_bill_each_date_once_without_a_gap(
            World world, PlanBillingRun plan, CommitBillingRun commit, InvoiceStore invoices, LedgerHealth health)
            throws Exception {
        List<Customer> customers = IntStream.range(0, 900)
                .mapToObj(i -> world.customer("many" + i + "@lakeside.example"))
                .toList();
        customers.forEach(world::berth);
        UUID first = plan.plan(TODAY);
        UUID second = planAsSomebodyElse(plan);
        try (var pool = Executors.newFixedThreadPool(2)) {
            List<Callable<Void>> both = List.of(() -> execute(commit, first), () -> execute(commit, second));
            for (var done : pool.invokeAll(both)) done.get();
        }
        for (Customer customer : customers)
            assertThat(invoices.ofCustomer(customer.id(), TODAY)).hasSize(1);
        assertThat(health.disagreements()).isEmpty();
    }

    @Test
    void a_run_that_died_between_chunks_goes_on_where_it_was(
            World world, PlanBillingRun plan, CommitBillingRun commit, IssueInvoices issue, BillingStore runs) {
        IntStream.range(0, 450).forEach(i -> world.berth(world.customer("chunk" + i + "@lakeside.example")));
        UUID run = plan.plan(TODAY);
        commit.start(run);
        assertThat(issue.issueChunk(runs.find(run).orElseThrow())).isEqualTo(400);
        commit.execute(run);
        var done = runs.find(run).orElseThrow();
        assertThat(done.state()).isEqualTo("done");
        assertThat(done.issued()).isEqualTo(done.planned());
    }

    private static UUID planAsSomebodyElse(PlanBillingRun plan) {
        var context = org.springframework.security.core.context.SecurityContextHolder.getContext();
        context.setAuthentication(
                new org.springframework.security.authentication.TestingAuthenticationToken("other", "x"));
        try {
            return plan.plan(TODAY);
        } finally {
            org.springframework.security.core.context.SecurityContextHolder.clearContext();
        }
    }

    private static Void execute(CommitBillingRun commit, UUID run) {
        commit.start(run);
        commit.execute(run);
        return null;
    }
}
