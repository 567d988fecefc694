package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.Customer;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.Decisions;
import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceState;
import exactum.app.documents.InvoiceStore;
import exactum.app.matching.MatchBankLines;
import exactum.app.setup.SetupStore;
import exactum.app.statements.BankLine;
import exactum.app.statements.StatementStore;
import exactum.app.statements.TakeInStatements;
import exactum.app.tieout.AccountTieOuts;
import exactum.app.trail.TrailDrawing;
import exactum.app.trail.Trails;
import exactum.core.bank.Iban;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import java.io.ByteArrayInputStream;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** From the bank's line back to the books: named differences, decisions, and the trail from both of its ends. */
@ExtendWith(RunningApp.class)
class BankSideTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);

    private static UUID statement(TakeInStatements intake, Iban iban, StatementLine... lines) {
        return intake.fromFile(
                "s.xml", new ByteArrayInputStream(BankFiles.camt("S-" + iban.ending(), iban, DAY, "100.00", lines)));
    }

    private static StatementLine in(String amount, String text) {
        return BankFiles.line(DAY, amount, "Écluse", text, "PMNT/RCDT/ESCT");
    }

    private static StatementLine charge(String amount) {
        return BankFiles.line(DAY, amount, "", "ACCOUNT FEE", "PMNT/MDOP/CHRG");
    }

    private static AccountTieOuts.AccountTieOut tieOut(
            AccountTieOuts all, SetupStore setup, Iban iban, LocalDate today) {
        String account = setup.findBankAccount(iban).orElseThrow().account();
        return all.all(today).stream()
                .filter(t -> t.account().equals(account))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void a_line_without_a_home_is_the_whole_difference_by_name_and_age_until_it_has_one(
            World world,
            TakeInStatements intake,
            StatementStore store,
            MatchBankLines match,
            AccountTieOuts tieOuts,
            SetupStore setup) {
        Iban iban = world.bankAccount();
        assertThat(tieOut(tieOuts, setup, iban, DAY).comesOut()).isTrue();
        UUID statement = statement(intake, iban, in("7.00", "who knows"), charge("-3.50"));

        var off = tieOut(tieOuts, setup, iban, DAY.plusDays(9));
        assertThat(off.said()).isEqualTo(Money.of("EUR", "103.50"));
        assertThat(off.booked()).isEqualTo(Money.of("EUR", "100.00"));
        assertThat(off.unexplained().isZero()).isTrue();
        assertThat(off.comesOut()).isFalse();
        assertThat(off.differences())
                .extracting(AccountTieOuts.Difference::ageDays)
                .containsExactly(9, 9);
        assertThat(off.working().steps())
                .last()
                .satisfies(
                        s -> assertThat(s.text()).startsWith("103.50 − 100.00").endsWith("= 0.00"));

        BankLine fee = store.lines(statement).stream()
                .filter(l -> l.amount().isNegative())
                .findFirst()
                .orElseThrow();
        match.acceptBankCharge(fee.id());
        assertThat(tieOut(tieOuts, setup, iban, DAY).differences())
                .singleElement()
                .satisfies(d -> assertThat(d.name()).contains("who knows"));
    }

    @Test
    void the_trail_is_the_same_from_the_invoice_and_from_the_bank_line(
            World world,
            TakeInStatements intake,
            StatementStore store,
            MatchBankLines match,
            InvoiceStore invoices,
            Trails trails) {
        Invoice invoice = world.invoice();
        UUID statement = statement(intake, world.bankAccount(), in("832.74", invoice.number()));
        BankLine line = store.lines(statement).getFirst();
        assertThat(trails.ofInvoice(invoice).boxes())
                .noneMatch(b -> b.title().contains("832.74") && b.href().contains("/bank-lines/"));
        match.acceptTransfer(line.id(), invoice.id());
        TrailDrawing down = trails.ofInvoice(invoices.get(invoice.id()));
        TrailDrawing up = trails.ofBankLine(line.id());
        assertThat(down.boxes())
                .extracting(TrailDrawing.Box::href)
                .containsExactlyElementsOf(
                        up.boxes().stream().map(TrailDrawing.Box::href).toList());
        assertThat(down.boxes()).first().satisfies(b -> assertThat(b.href()).startsWith("/recurring/"));
        assertThat(down.boxes()).last().satisfies(b -> assertThat(b.href()).isEqualTo("/bank-lines/" + line.id()));
        assertThat(down.bands()).hasSize(down.boxes().size() - 1);
        try (var ada = new Visitor(world, "ada")) {
            for (TrailDrawing.Box box : down.boxes())
                assertThat(ada.get(box.href()).statusCode()).as(box.href()).isEqualTo(200);
        }
    }

    @Test
    void the_sure_ones_are_taken_once_by_two_who_press_at_once(
            World world, TakeInStatements intake, StatementStore store, MatchBankLines match, InvoiceStore invoices)
            throws Exception {
        Invoice one = world.invoice();
        Invoice two = world.invoice();
        UUID statement = statement(
                intake,
                world.bankAccount(),
                in("832.74", one.number()),
                in("832.74", two.number()),
                in("832.74", "no number"),
                charge("-1.00"));
        try (var pool = Executors.newFixedThreadPool(3)) {
            for (var done : pool.invokeAll(List.of(match::acceptSure, match::acceptSure, match::acceptSure)))
                done.get();
        }
        assertThat(store.lines(statement))
                .extracting(BankLine::matchedAs)
                .containsExactlyInAnyOrder("transfer", "transfer", null, "bank charge");
        for (Invoice paid : List.of(one, two))
            assertThat(invoices.get(paid.id()).state(DAY)).isEqualTo(InvoiceState.PAID);
    }

    @Test
    void what_waits_is_a_decision_at_its_station_with_its_next_step(
            World world, TakeInStatements intake, StatementStore store, Decisions decisions, InvoiceStore invoices) {
        Customer customer = world.customer("late@lakeside.example");
        world.berth(customer, LocalDate.of(2026, 5, 1));
        world.bill(RunningApp.TODAY);
        String number = invoices.ofCustomer(customer.id(), DAY).stream()
                .filter(i -> i.dueDate().isBefore(DAY))
                .findFirst()
                .orElseThrow()
                .number();
        UUID statement = statement(intake, world.bankAccount(), in("4321.00", "out of the blue"));
        var all = decisions.byStation();
        assertThat(all.get("Collect"))
                .filteredOn(d -> d.words().startsWith(number))
                .singleElement()
                .satisfies(d -> {
                    assertThat(d.words()).contains("days overdue");
                    assertThat(d.amountMinor()).isEqualTo(83_274);
                    assertThat(d.step()).isEqualTo("Send again");
                });
        assertThat(all.get("Bank"))
                .filteredOn(d -> d.words().contains("out of the blue"))
                .singleElement()
                .satisfies(d -> {
                    assertThat(d.step()).isEqualTo("Find its home");
                    assertThat(d.href())
                            .isEqualTo("/bank-lines/"
                                    + store.lines(statement).getFirst().id());
                });
        assertThat(all.values())
                .allSatisfy(list -> assertThat(list)
                        .extracting((Decision d) -> Math.abs(d.amountMinor()))
                        .isSortedAccordingTo(java.util.Comparator.reverseOrder()));
        assertThat(decisions.counts().get("Bank")).isPositive();
    }
}
