package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.documents.Invoice;
import exactum.app.ids.Ids;
import exactum.app.ledger.Ledger;
import exactum.app.ledger.LedgerHealth;
import exactum.app.matching.MatchBankLines;
import exactum.app.payouts.PayoutStore;
import exactum.app.payouts.PayoutTieOut;
import exactum.app.payouts.TakeInPayouts;
import exactum.app.payouts.TieOutPayout;
import exactum.app.setup.SetupStore;
import exactum.app.statements.BankLine;
import exactum.app.statements.StatementStore;
import exactum.app.statements.TakeInStatements;
import exactum.core.bank.Iban;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.UUID;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(RunningApp.class)
class StatementIntakeTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 3);

    private static Money eur(String amount) {
        return Money.of("EUR", amount);
    }

    private static byte[] camt(String reference, Iban iban, String opening, StatementLine... lines) {
        return BankFiles.camt(reference, iban, DAY, opening, lines);
    }

    private static StatementLine line(String amount, String remittance, String code) {
        return BankFiles.line(DAY, amount, "Cards", remittance, code);
    }

    private static InputStream in(byte[] content) {
        return new ByteArrayInputStream(content);
    }

    private static void refused(TakeInStatements intake, StatementStore store, byte[] content, String sentence) {
        int before = store.list(1_000).size();
        assertThatThrownBy(() -> intake.fromFile("s.xml", in(content)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(sentence)
                .hasMessageContaining("Nothing was stored");
        assertThat(store.list(1_000)).hasSize(before);
    }

    @Test
    void each_wrong_statement_gets_one_sentence_and_nothing_is_stored(
            World world, TakeInStatements intake, StatementStore store) {
        Iban iban = world.bankAccount();
        byte[] good = camt("S-1", iban, "100.00", line("12.00", "hello", "PMNT/RCDT/ESCT"));
        String text = new String(good, StandardCharsets.UTF_8);
        refused(intake, store, camt("S-1", iban, "90.00"), "starts at 90.00 but the last one ended at 100.00");
        refused(intake, store, text.replace(">12.00<", ">12.01<").getBytes(StandardCharsets.UTF_8), "does not add up");
        refused(intake, store, camt("S-1", new Iban("DE89370400440532013000"), "100.00"), "not set up here");
        refused(intake, store, Arrays.copyOf(good, good.length - 200), "cut off or is not XML");
        refused(
                intake,
                store,
                text.replace("<Document", "<!DOCTYPE d [<!ENTITY e SYSTEM \"file:///etc/hostname\">]><Document")
                        .getBytes(StandardCharsets.UTF_8),
                "an entity");
        refused(
                intake,
                store,
                text.replace("hello", "x".repeat(70_000)).getBytes(StandardCharsets.UTF_8),
                "larger than the 64 KB");
        intake.fromFile("s.xml", in(good));
        refused(intake, store, good, "was read before");
    }

    @Test
    void a_line_is_booked_as_a_charge_once(
            World world,
            TakeInStatements intake,
            StatementStore store,
            MatchBankLines match,
            Ledger ledger,
            SetupStore setup) {
        Iban iban = world.bankAccount();
        UUID statement =
                intake.fromFile("s.xml", in(camt("S-1", iban, "100.00", line("-3.50", "FEE", "PMNT/MDOP/CHRG"))));
        BankLine line = store.lines(statement).getFirst();
        match.acceptBankCharge(line.id());
        assertThatThrownBy(() -> match.acceptBankCharge(line.id()))
                .hasMessageContaining("gave this line a home meanwhile");
        String account = setup.findBankAccount(iban).orElseThrow().account();
        assertThat(ledger.balance(account, "EUR", DAY)).isEqualTo(eur("96.50"));
    }

    @Test
    void a_payout_meets_its_bank_line_and_a_fee_the_books_miss_is_named_and_booked_once(
            World world,
            TakeInStatements intake,
            StatementStore store,
            MatchBankLines match,
            TakeInPayouts payoutsIn,
            PayoutStore payouts,
            TieOutPayout tieOut,
            Ledger ledger,
            LedgerHealth health,
            DSLContext db) {
        Invoice invoice = world.invoice();
        sold(world, db, invoice);
        String file = """
                payout,sales_on,arrives_on,currency,net,kind,date,sale,description,gross,fee
                PO-T1,2026-06-01,2026-06-03,EUR,800.10,sale,2026-06-01,sa_T1,x,832.74,20.24
                PO-T1,2026-06-01,2026-06-03,EUR,800.10,fee,2026-06-01,,Terminal rental,0.00,12.40
                """;
        UUID payout = payoutsIn.fromFile(world.processor, in(file.getBytes(StandardCharsets.UTF_8)));
        assertThatThrownBy(() -> payoutsIn.fromFile(world.processor, in(file.getBytes(StandardCharsets.UTF_8))))
                .hasMessageContaining("was read before");
        assertThatThrownBy(() -> tieOut.bookAndTieOut(payout)).hasMessageContaining("has not landed");

        UUID statement = intake.fromFile(
                "s.xml",
                in(camt("S-9", world.bankAccount(), "100.00", line("800.10", "PAYOUT PO-T1", "PMNT/RCDT/ESCT"))));
        BankLine line = store.lines(statement).getFirst();
        var proposal = match.propose(line).getFirst();
        assertThat(proposal.isSure()).isTrue();
        match.acceptPayout(line.id(), proposal.target());

        PayoutTieOut off = PayoutTieOut.of(payouts.get(payout));
        assertThat(off.tieOut().remainder().text()).isEqualTo("−12.40");
        assertThat(off.tieOut().off().getFirst().name()).isEqualTo("“Terminal rental”, a fee the books do not have");
        tieOut.bookAndTieOut(payout);
        tieOut.bookAndTieOut(payout);
        assertThat(payouts.get(payout).state()).isEqualTo("tied out");
        assertThat(db.fetchValue("select count(*) from entry where kind = 'processor fee'"))
                .isEqualTo(1L);
        assertThat(health.disagreements()).isEmpty();
    }

    private static void sold(World world, DSLContext db, Invoice invoice) {
        UUID collection = Ids.next();
        db.execute(
                "insert into collection (business_id, id, processor_id, invoice_id, amount_minor, currency, state, checkout_ref, started_on) values (1, {0}, {1}, {2}, 83274, 'EUR', 'in flight', 'co_T1', '2026-06-01')",
                collection, world.processor, invoice.id());
        world.settle(collection, "sa_T1", "co_T1");
    }
}
