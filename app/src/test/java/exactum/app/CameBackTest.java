package exactum.app;

import static exactumdb.Tables.POSTING;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.InstanceOfAssertFactories.STRING;

import exactum.app.bank.FindBankLines;
import exactum.app.bank.ImportStatements;
import exactum.app.customers.Customer;
import exactum.app.debits.DebitRun;
import exactum.app.debits.DebitSettings;
import exactum.app.debits.DebitSettingsOf;
import exactum.app.debits.FindDebits;
import exactum.app.debits.NoteCameBack;
import exactum.app.debits.RunItem;
import exactum.app.debits.TakeBackDebit;
import exactum.app.debits.TakeInAll;
import exactum.app.documents.Document;
import exactum.app.messages.FindMessages;
import exactum.app.messages.MessageKind;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.setup.Tags;
import exactum.app.waiting.FindWaiting;
import exactum.core.bank.Notice;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.bank.WaitingKind;
import exactum.core.ids.CameBackId;
import exactum.core.ledger.AccountCode;
import exactum.core.mandate.MandateState;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.formats.camt.Camt053Writer;
import exactum.formats.pain.StatusReport;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What comes back: before and after settlement, from reports, statements and notices, damaged, twice, too much. */
@ExtendWith(RunningApp.class)
class CameBackTest {
    private static final LocalDate DUE = LocalDate.of(2026, 6, 15);
    private static final LocalDate UNTIL = LocalDate.of(2026, 6, 16);
    private static final LocalDate BACK = LocalDate.of(2026, 6, 17);

    static String endToEnd(World world, FindDebits find, DebitRun run, Document invoice) {
        int no = find.items(world.moorings, run.id()).stream()
                .filter(i -> i.number().equals(invoice.number()))
                .mapToInt(RunItem::no)
                .findFirst()
                .orElseThrow();
        return "MOORINGS-R%d-%06d".formatted(run.number(), no);
    }

    /** A statement of the day: the batch as one line, and what comes back. */
    private static byte[] statement(World world, LocalDate day, List<StatementLine> lines) {
        Money opening = World.euro("1000.00");
        Money closing = opening;
        for (StatementLine line : lines) closing = closing.plus(line.amount());
        var out = new ByteArrayOutputStream();
        Camt053Writer.write(
                new Statement("ST-1", 1L, world.iban, day, day, opening, closing, lines),
                Instant.parse("2026-06-17T20:00:00Z"),
                out);
        return out.toByteArray();
    }

    static StatementLine batch(LocalDate day, String amount, String group) {
        return line(day, amount, "", new StatementLine.OfDebits("", group, 1, List.of()), "PMNT/IDDT/ESDD");
    }

    static StatementLine returned(LocalDate day, String amount, String fee, String endToEnd, String reason) {
        Money face = World.euro(amount);
        Money charged = World.euro(fee);
        var back = new StatementLine.Returned(endToEnd, "", face, charged, reason, "A payer", "");
        return line(
                day,
                face.plus(charged).negated().plain(),
                endToEnd,
                new StatementLine.OfDebits("", "", 0, List.of(back)),
                "PMNT/IDDT/UPDD");
    }

    private static StatementLine line(
            LocalDate day, String amount, String endToEnd, StatementLine.OfDebits debits, String code) {
        return new StatementLine(
                day,
                day,
                World.euro(amount),
                "BK" + endToEnd + amount,
                endToEnd,
                "",
                "DIRECT DEBITS",
                "",
                code,
                new StatementLine.Further("", "", null, "", null, debits));
    }

    static void read(ImportStatements statements, World world, LocalDate day, StatementLine... lines) {
        statements.fromFile(
                world.moorings, "statement.xml", new ByteArrayInputStream(statement(world, day, List.of(lines))));
    }

    @Test
    void insufficient_funds_reopen_the_item_keep_the_payment_as_returned_and_are_tried_again(
            World world,
            FindDebits find,
            ImportStatements statements,
            TakeBackDebit takeBack,
            FindClaims claims,
            FindPayments payments) {
        Debits debits = world.debits();
        Customer payer = debits.payer(1);
        Document invoice = debits.invoice(payer, "119.00");
        DebitRun run = debits.collect(UNTIL);
        debits.book(DUE);
        String reference = endToEnd(world, find, run, invoice);
        debits.today(BACK);
        read(
                statements,
                world,
                BACK,
                batch(BACK, "119.00", "MOORINGS-R1-RCUR-260615"),
                returned(BACK, "119.00", "3.50", reference, "AM04"));
        CameBackId back = find.waiting(world.moorings).getFirst();
        assertThat(claims.openOf(world.moorings, invoice.id())).isEmpty();
        takeBack.takeIn(world.moorings, back, null, false);
        takeBack.takeIn(world.moorings, back, null, false);

        assertThat(claims.openOf(world.moorings, invoice.id()).getFirst().left().plain())
                .isEqualTo("119.00");
        assertThat(payments.ofDocument(world.moorings, invoice.id())
                        .getFirst()
                        .place()
                        .words())
                .isEqualTo("returned");
        assertThat(find.waiting(world.moorings)).isEmpty();
        // 17 June plus five banking days
        RunItem again = find.items(
                        world.moorings,
                        debits.rehearse(LocalDate.of(2026, 6, 30)).id())
                .getFirst();
        assertThat(again.out()).isNull();
        assertThat(again.tries()).isEqualTo(1);
        assertThat(again.collect().on()).isEqualTo(LocalDate.of(2026, 6, 24));
        assertThat(debits.of(payer).state()).isEqualTo(MandateState.ACTIVE);
    }

    @Test
    void what_the_bank_takes_is_booked_on_the_day_of_its_line_to_the_account_and_tags_that_were_chosen(
            World world, FindDebits find, ImportStatements statements, TakeBackDebit takeBack, Tags tags) {
        tags.add(world.moorings, "Department", "Office");
        Debits debits = world.debits();
        Document invoice = debits.invoice(debits.payer(1), "119.00");
        DebitRun run = debits.collect(UNTIL);
        debits.book(DUE);
        debits.today(BACK.plusDays(1));
        read(statements, world, BACK, returned(BACK, "119.00", "3.50", endToEnd(world, find, run, invoice), "AM04"));
        try (var ada = new Visitor(world, "ada")) {
            String kept = "mostTries=2&retryAfterDays=5&horizonDays=5&least=1.00&fee=0.00&timer=off";
            assertThat(ada.post("/debit-runs/settings", kept + "&chargeAccount=1100&chargeTags=")
                            .body())
                    .contains("“1100” is none of");
            assertThat(ada.post("/debit-runs/settings", kept + "&chargeAccount=&chargeTags=Department: Yard")
                            .body())
                    .contains("Department: Yard");
            ada.post("/debit-runs/settings", kept + "&chargeAccount=5040&chargeTags=Department: Office");
            assertThat(ada.get("/debit-runs/settings").body()).contains("value=\"Department: Office\"");
            assertThat(ada.get("/came-back").body())
                    .contains("3.50 is booked to 5040 Tolerated differences, Department: Office;");
        }
        takeBack.takeIn(world.moorings, find.waiting(world.moorings).getFirst(), null, false);
        var posting = world.bean(DSLContext.class).fetchSingle(POSTING, POSTING.ACCOUNT.eq(new AccountCode("5040")));
        assertThat(posting.getAmountMinor()).isEqualTo(350);
        assertThat(posting.getTags()).containsExactly("Department: Office");
        assertThat(posting.getEntryDate()).isEqualTo(BACK);
    }

    @Test
    void a_charge_on_a_line_of_its_own_is_booked_with_the_return_on_its_own_day(
            World world,
            FindDebits find,
            ImportStatements statements,
            TakeBackDebit takeBack,
            DebitSettingsOf how,
            FindBankLines lines) {
        how.charges(world.moorings, new DebitSettings.Charges(new AccountCode("5040"), List.of("Department: Office")));
        Debits debits = world.debits();
        Document invoice = debits.invoice(debits.payer(1), "119.00");
        DebitRun run = debits.collect(UNTIL);
        debits.book(DUE);
        LocalDate later = BACK.plusDays(1);
        debits.today(later);
        String reference = endToEnd(world, find, run, invoice);
        read(
                statements,
                world,
                later,
                returned(BACK, "119.00", "0.00", reference, "AM04"),
                charge(later, "-3.00", "RETURN FEE " + reference),
                charge(later, "-9.00", "ACCOUNT FEE"));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/came-back").body())
                    .contains(
                            "3.00, a line of 18 Jun 2026, is booked to 5040 Tolerated differences, Department: Office");
        }
        takeBack.takeIn(world.moorings, find.waiting(world.moorings).getFirst(), null, false);
        var posting = world.bean(DSLContext.class).fetchSingle(POSTING, POSTING.ACCOUNT.eq(new AccountCode("5040")));
        assertThat(posting.getAmountMinor()).isEqualTo(300);
        assertThat(posting.getTags()).containsExactly("Department: Office");
        assertThat(posting.getEntryDate()).isEqualTo(later);
        assertThat(lines.unmatched(world.moorings, 10))
                .extracting(l -> l.left().plain())
                .containsExactly("-9.00");
    }

    private static StatementLine charge(LocalDate day, String amount, String text) {
        return new StatementLine(
                day,
                day,
                World.euro(amount),
                "BK" + text,
                "",
                "",
                text,
                "",
                "PMNT/MDOP/CHRG",
                StatementLine.Further.NOTHING);
    }

    @Test
    void a_closed_account_suspends_the_mandate_and_is_not_tried_again(
            World world, FindDebits find, ImportStatements statements, TakeBackDebit takeBack) {
        Debits debits = world.debits();
        Customer payer = debits.payer(1);
        Document invoice = debits.invoice(payer, "119.00");
        DebitRun run = debits.collect(UNTIL);
        debits.book(DUE);
        debits.today(BACK);
        read(statements, world, BACK, returned(BACK, "119.00", "0.00", endToEnd(world, find, run, invoice), "AC04"));
        takeBack.takeIn(world.moorings, find.waiting(world.moorings).getFirst(), null, false);
        assertThat(debits.of(payer).state()).isEqualTo(MandateState.SUSPENDED);
        assertThat(find.expected(world.moorings, invoice.id())).isEmpty();
    }

    @Test
    void a_reject_before_settlement_books_nothing_and_one_after_it_leaves_the_batch_short(
            World world,
            FindDebits find,
            NoteCameBack note,
            TakeBackDebit takeBack,
            FindWaiting waiting,
            FindClaims claims) {
        Debits debits = world.debits();
        Document early = debits.invoice(debits.payer(1), "49.90");
        Document late = debits.invoice(debits.payer(2), "119.00");
        debits.invoice(debits.payer(3), "1200.05");
        DebitRun run = debits.collect(UNTIL);
        assertThat(note.report(world.moorings, report("R-1", run, endToEnd(world, find, run, early), "AC04")))
                .isEqualTo(1);
        takeBack.takeIn(world.moorings, find.waiting(world.moorings).getFirst(), null, false);
        debits.book(DUE);
        assertThat(batch(world, waiting)).isEqualTo("1319.05");
        assertThat(claims.openOf(world.moorings, early.id())).hasSize(1);

        note.report(world.moorings, report("R-2", run, endToEnd(world, find, run, late), "AM04"));
        takeBack.takeIn(world.moorings, find.waiting(world.moorings).getFirst(), null, false);
        assertThat(batch(world, waiting)).isEqualTo("1200.05");
        assertThat(claims.openOf(world.moorings, late.id())).hasSize(1);
        assertThatThrownBy(
                        () -> note.report(world.moorings, report("R-2", run, endToEnd(world, find, run, late), "AM04")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("was taken in before");
        assertThatThrownBy(() -> note.report(
                        world.moorings,
                        new StatusReport(
                                "R-3", "OTHER", "pain.008.001.08", StatusReport.Status.NONE, List.of(), List.of())))
                .hasMessageContaining("no file of ours");
    }

    private static String batch(World world, FindWaiting waiting) {
        return waiting.open(world.moorings).stream()
                .filter(w -> w.item().kind() == WaitingKind.DEBIT_BATCH)
                .findFirst()
                .orElseThrow()
                .item()
                .left()
                .amount()
                .plain();
    }

    static StatusReport report(String id, DebitRun run, String endToEnd, String reason) {
        return new StatusReport(
                id,
                "MOORINGS-R" + run.number(),
                "pain.008.001.08",
                new StatusReport.Status("PART", "", ""),
                List.of(),
                List.of(new StatusReport.OfItem(
                        "", endToEnd, new StatusReport.Status("RJCT", reason, ""), null, null, "", "")));
    }

    @Test
    void what_is_damaged_is_proposed_and_what_is_too_much_or_unknown_is_refused(
            World world, FindDebits find, ImportStatements statements, TakeBackDebit takeBack, FindClaims claims) {
        Debits debits = world.debits();
        Document invoice = debits.invoice(debits.payer(1), "119.00");
        DebitRun run = debits.collect(UNTIL);
        debits.book(DUE);
        debits.today(BACK);
        String reference = endToEnd(world, find, run, invoice);
        read(
                statements,
                world,
                BACK,
                returned(BACK, "129.00", "0.00", reference, "AM04"),
                returned(BACK, "77.00", "0.00", "SOMEBODY-ELSE", "AM04"),
                returned(BACK, "119.00", "0.00", "MOORINGS-R1-0000", "ZZ99"));
        List<CameBackId> waiting = find.waiting(world.moorings);
        assertThat(waiting).hasSize(3);
        assertThatThrownBy(() -> takeBack.takeIn(world.moorings, waiting.get(2), null, false))
                .hasMessageContaining("129.00 came back, but");
        assertThatThrownBy(() -> takeBack.takeIn(world.moorings, waiting.get(1), null, false))
                .hasMessageContaining("No collection of ours is like that");
        assertThatThrownBy(() -> takeBack.takeIn(world.moorings, waiting.get(0), null, false))
                .hasMessageContaining("Choose which collection it is");
        assertThatThrownBy(() -> takeBack.setAside(world.moorings, waiting.get(1), " "))
                .hasMessageContaining("Say why");
        takeBack.setAside(world.moorings, waiting.get(1), "not ours, the bank was told");
        takeBack.takeIn(
                world.moorings,
                waiting.get(0),
                find.items(world.moorings, run.id()).getFirst().outcome().collection(),
                false);
        assertThat(claims.openOf(world.moorings, invoice.id())).hasSize(1);
    }

    @Test
    void a_claim_in_week_seven_reopens_the_item_and_keeps_the_mandate(
            World world, FindDebits find, ImportStatements statements, TakeBackDebit takeBack, FindClaims claims) {
        Debits debits = world.debits();
        Customer payer = debits.payer(1);
        Document invoice = debits.invoice(payer, "119.00");
        DebitRun run = debits.collect(UNTIL);
        debits.book(DUE);
        LocalDate weekSeven = DUE.plusWeeks(7);
        debits.today(weekSeven);
        read(
                statements,
                world,
                weekSeven,
                returned(weekSeven, "119.00", "0.00", endToEnd(world, find, run, invoice), "MD06"));
        takeBack.takeIn(world.moorings, find.waiting(world.moorings).getFirst(), null, false);
        assertThat(claims.openOf(world.moorings, invoice.id())).hasSize(1);
        assertThat(debits.of(payer).state()).isEqualTo(MandateState.ACTIVE);
        assertThat(find.items(world.moorings, run.id()).getFirst().outcome().collection())
                .isNotNull();
    }

    @Test
    void a_fee_is_billed_on_an_invoice_of_its_own_where_it_is_wanted(
            World world,
            FindDebits find,
            ImportStatements statements,
            TakeBackDebit takeBack,
            FindClaims claims,
            DebitSettingsOf settings) {
        Debits debits = world.debits();
        settings.fee(world.moorings, World.euro("3.50"));
        Customer payer = debits.payer(1);
        Document invoice = debits.invoice(payer, "119.00");
        DebitRun run = debits.collect(UNTIL);
        debits.book(DUE);
        debits.today(BACK);
        read(statements, world, BACK, returned(BACK, "119.00", "0.00", endToEnd(world, find, run, invoice), "AM04"));
        takeBack.takeIn(world.moorings, find.waiting(world.moorings).getFirst(), null, true);
        assertThat(claims.openOf(world.moorings, payer.id()))
                .extracting(o -> o.left().plain())
                .containsExactlyInAnyOrder("119.00", "3.50");
    }

    @Test
    void many_are_taken_in_together_also_two_of_one_payer_and_what_cannot_be_stays(
            World world,
            FindDebits find,
            ImportStatements statements,
            TakeInAll all,
            FindClaims claims,
            FindMessages messages) {
        Debits debits = world.debits();
        Customer first = debits.payer(1);
        Customer second = debits.payer(2);
        List<Document> invoices = List.of(
                debits.invoice(first, "119.00"), debits.invoice(first, "59.00"), debits.invoice(second, "30.00"));
        DebitRun run = debits.collect(UNTIL);
        debits.book(DUE);
        debits.today(BACK);
        read(
                statements,
                world,
                BACK,
                returned(BACK, "119.00", "3.50", endToEnd(world, find, run, invoices.get(0)), "AM04"),
                returned(BACK, "59.00", "0.00", endToEnd(world, find, run, invoices.get(1)), "AC04"),
                returned(BACK, "30.00", "0.00", endToEnd(world, find, run, invoices.get(2)), "AM04"),
                returned(BACK, "77.00", "0.00", "SOMEBODY-ELSE", "AM04"));
        List<CameBackId> waiting = find.waiting(world.moorings);
        assertThat(all.takeIn(world.moorings, waiting))
                .singleElement(STRING)
                .contains("No collection of ours is like that");
        assertThat(all.takeIn(world.moorings, waiting)).as("a second time").hasSize(1);
        assertThat(invoices)
                .allSatisfy(i -> assertThat(claims.openOf(world.moorings, i.id()))
                        .singleElement()
                        .extracting(FindClaims.Open::left)
                        .isEqualTo(i.gross()));
        assertThat(debits.of(first).state()).isEqualTo(MandateState.SUSPENDED);
        assertThat(debits.of(second).state()).isEqualTo(MandateState.ACTIVE);
        assertThat(find.waiting(world.moorings)).hasSize(1);
        assertThat(find.items(world.moorings, run.id()))
                .extracting(i -> i.outcome().collection())
                .allSatisfy(c -> assertThat(messages.ofSubject(world.moorings, MessageKind.DEBIT_RETURNED, c.value()))
                        .hasSize(1));
    }

    @Test
    void returns_told_by_a_notice_are_booked_together_and_wait_for_their_lines(
            World world, FindDebits find, ImportStatements statements, TakeInAll all, FindWaiting waits) {
        Debits debits = world.debits();
        Document one = debits.invoice(debits.payer(1), "119.00");
        Document other = debits.invoice(debits.payer(2), "59.00");
        DebitRun run = debits.collect(UNTIL);
        debits.book(DUE);
        debits.today(BACK);
        var out = new ByteArrayOutputStream();
        Camt053Writer.write(
                new Notice(
                        "N-1",
                        world.iban,
                        List.of(
                                returned(BACK, "119.00", "0.00", endToEnd(world, find, run, one), "AM04"),
                                returned(BACK, "59.00", "0.00", endToEnd(world, find, run, other), "MS02"))),
                Instant.parse("2026-06-17T20:00:00Z"),
                out);
        statements.fromFile(world.moorings, "notice.xml", new ByteArrayInputStream(out.toByteArray()));
        assertThat(all.takeIn(world.moorings, find.waiting(world.moorings))).isEmpty();
        assertThat(waits.open(world.moorings).stream()
                        .filter(n -> n.item().kind() == WaitingKind.RETURN)
                        .map(n -> n.item().left().amount().plain()))
                .containsExactlyInAnyOrder("-119.00", "-59.00");
    }
}
