package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceState;
import exactum.app.documents.InvoiceStore;
import exactum.app.ledger.Ledger;
import exactum.app.ledger.LedgerHealth;
import exactum.app.matching.MatchBankLines;
import exactum.app.messages.Outbox;
import exactum.app.receipts.ReceiptStore;
import exactum.app.setup.SetupStore;
import exactum.app.statements.BankLine;
import exactum.app.statements.StatementStore;
import exactum.app.statements.TakeInStatements;
import exactum.core.bank.Iban;
import exactum.core.matching.Proposal;
import exactum.core.money.Money;
import java.io.ByteArrayInputStream;
import java.time.LocalDate;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A transfer that nobody recorded meets its invoice straight from the bank line. */
@ExtendWith(RunningApp.class)
class TransferTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);

    private static BankLine line(
            World world, TakeInStatements intake, StatementStore store, Iban iban, String amount, String text) {
        byte[] file = BankFiles.camt(
                "S-" + iban.ending(),
                iban,
                DAY,
                "100.00",
                BankFiles.line(DAY, amount, "Écluse", text, "PMNT/RCDT/ESCT"));
        return store.lines(intake.fromFile("s.xml", new ByteArrayInputStream(file)))
                .getFirst();
    }

    @Test
    void the_number_and_the_sum_make_it_sure_and_it_pays_once(
            World world,
            TakeInStatements intake,
            StatementStore store,
            MatchBankLines match,
            InvoiceStore invoices,
            ReceiptStore receipts,
            SetupStore setup,
            Ledger ledger,
            Outbox outbox,
            LedgerHealth health)
            throws Exception {
        Invoice invoice = world.invoice();
        Iban iban = world.bankAccount();
        BankLine line = line(
                world, intake, store, iban, "832.74", "for " + invoice.number().toLowerCase() + ", thanks");
        Proposal best = match.propose(line).getFirst();
        assertThat(best.isSure()).isTrue();
        assertThat(best.target()).isEqualTo(invoice.id());
        try (var pool = Executors.newFixedThreadPool(4)) {
            Callable<Boolean> accept = () -> {
                try {
                    match.acceptTransfer(line.id(), invoice.id());
                    return true;
                } catch (RuntimeException taken) {
                    return false;
                }
            };
            int accepted = 0;
            for (var done : pool.invokeAll(java.util.Collections.nCopies(4, accept))) accepted += done.get() ? 1 : 0;
            assertThat(accepted).isOne();
        }
        assertThat(invoices.get(invoice.id()).state(DAY)).isEqualTo(InvoiceState.PAID);
        assertThat(receipts.findByBankLine(line.id()).orElseThrow().amount()).isEqualTo(Money.of("EUR", "832.74"));
        assertThat(ledger.balance(setup.findBankAccount(iban).orElseThrow().account(), "EUR", DAY))
                .isEqualTo(Money.of("EUR", "932.74"));
        assertThat(outbox.ofInvoice(invoice.id()))
                .extracting(m -> m.message().kind())
                .contains("confirmation");
        assertThat(health.disagreements()).isEmpty();
    }

    @Test
    void a_part_leaves_the_rest_open(
            World world,
            TakeInStatements intake,
            StatementStore store,
            MatchBankLines match,
            InvoiceStore invoices,
            LedgerHealth health) {
        Invoice invoice = world.invoice();
        BankLine line = line(world, intake, store, world.bankAccount(), "300.00", invoice.number());
        assertThat(match.propose(line).getFirst().isSure()).isFalse();
        match.acceptTransfer(line.id(), invoice.id());
        Invoice after = invoices.get(invoice.id());
        assertThat(after.open()).isEqualTo(Money.of("EUR", "532.74"));
        assertThat(after.state(DAY)).isEqualTo(InvoiceState.PART_PAID);
        assertThat(health.disagreements()).isEmpty();
    }

    @Test
    void more_than_is_open_would_leave_money_without_a_home_and_is_refused(
            World world, TakeInStatements intake, StatementStore store, MatchBankLines match, InvoiceStore invoices) {
        Invoice invoice = world.invoice();
        BankLine line = line(world, intake, store, world.bankAccount(), "840.74", invoice.number());
        assertThatThrownBy(() -> match.acceptTransfer(line.id(), invoice.id()))
                .hasMessage(
                        "The line is 840.74 but only 832.74 is open on %s. Nothing was booked, since 8.00 would have no home."
                                .formatted(invoice.number()));
        assertThat(invoices.get(invoice.id()).open()).isEqualTo(invoice.gross());
        assertThat(store.findLine(line.id()).orElseThrow().matchedAs()).isNull();
    }
}
