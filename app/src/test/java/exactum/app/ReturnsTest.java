package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.june;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.bank.MatchCertain;
import exactum.app.customers.Customer;
import exactum.app.database.Slice;
import exactum.app.documents.Document;
import exactum.app.documents.Standing;
import exactum.app.installation.PlayDays;
import exactum.app.ledger.ClosePeriod;
import exactum.app.ledger.ProveBooks;
import exactum.app.messages.FindMessages;
import exactum.app.payouts.FindPayouts;
import exactum.app.settlement.Channel;
import exactum.app.settlement.FindPayments;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.Place;
import exactum.app.settlement.RecordPayment;
import exactum.app.setup.Banking;
import exactum.app.slips.FindSlips;
import exactum.app.slips.PayIn;
import exactum.app.slips.Slip;
import exactum.app.tieout.AccountTieOut;
import exactum.app.tieout.AccountTieOuts;
import exactum.core.bank.StatementLine;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BankLineId;
import exactum.core.ids.MeansId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.WaitingId;
import exactum.core.settlement.Policy;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A payment that never went through is void; one that came back opens what it paid, and what was banked stays as it is. */
@ExtendWith(RunningApp.class)
class ReturnsTest {
    @AfterEach
    void the_books_agree(World world) {
        assertThat(world.bean(ProveBooks.class).disagreements(world.moorings)).isEmpty();
    }

    static MeansId cheque(World world, Customer customer, String amount, Document invoice) {
        return world.bean(RecordPayment.class)
                .record(
                        world.moorings,
                        new RecordPayment.ByHand(
                                customer.id(),
                                world.today(),
                                Channel.CHEQUE,
                                euro(amount),
                                euro("0.00"),
                                null,
                                new NewPayment.Said("cheque 7", ""),
                                invoice == null ? new Policy.OnAccount() : new Policy.OfDocument(invoice.id()),
                                false));
    }

    private static UUID slip(World world) {
        Set<WaitingId> all = world.bean(FindSlips.class).unbanked(world.moorings).stream()
                .map(Slip.Item::waiting)
                .collect(Collectors.toSet());
        return world.bean(PayIn.class).make(world.moorings, world.today(), all);
    }

    private static List<AccountTieOut> tieOut(World world, LocalDate day) {
        return world.bean(AccountTieOuts.class).all(world.moorings, day);
    }

    private static FindPayments.Payment payment(World world, MeansId id) {
        return world.bean(FindPayments.class).find(world.moorings, id).orElseThrow();
    }

    /** Five payments on one slip of 900.00, the month closed; the cheque of 640.00 comes back in July, and 4.50 is passed on. */
    @Test
    void a_cheque_of_a_slip_comes_back_after_the_close_and_the_slip_stays(World world, PlayDays play) {
        Customer owner = world.payer();
        Document invoice = world.invoice(owner, "640.00");
        MeansId cheque = cheque(world, owner, "640.00", invoice);
        for (String other : List.of("60.00", "80.00", "40.00", "80.00")) cheque(world, world.payer(), other, null);
        UUID slip = slip(world);
        world.bankLine("900.00", "", "EINZAHLUNG SLIP-0001");
        assertThat(world.bean(MatchCertain.class).matchAll(world.moorings)).isOne();
        List<AccountTieOut> june = tieOut(world, june(30));
        play.setDate(LocalDate.of(2026, 7, 6));
        world.bean(ClosePeriod.class).close(world.moorings, YearMonth.of(2026, 6));
        BankLineId line = world.bankLine("-644.50", "", "RETURNED CHEQUE 7", "", LocalDate.of(2026, 7, 3));
        try (var ada = new Visitor(world, "ada")) {
            String form =
                    "amount=640.00&on=3+Jul+2026&reason=not+covered&line=%s&fee=4.50&feeAccount=5010&passOn=4.50&tell=yes"
                            .formatted(line);
            String page = ada.get("/payments/" + cheque + "/return?" + form + "&look=yes")
                    .body();
            assertThat(page)
                    .contains("is open again", "on an invoice of its own", "One message with all of it")
                    .contains("By the cash basis", "4000 Income", "−640.00");
            assertThat(world.open(invoice).isZero()).as("rehearsed only").isTrue();
            ada.follow("/payments/" + cheque + "/return", form);
            assertThat(ada.post("/payments/" + cheque + "/return", form).body()).contains("Only 0.00 of this payment");
        }
        assertThat(world.open(invoice)).isEqualTo(euro("640.00"));
        Document fee = world.newest(owner.id());
        assertThat(fee.gross()).isEqualTo(euro("4.50"));
        assertThat(payment(world, cheque).place()).isEqualTo(Place.RETURNED);
        assertThat(world.balance("1000")).isEqualTo(euro("355.50"));
        assertThat(world.balance("5010")).isEqualTo(euro("4.50"));
        assertThat(world.balance("4100")).isEqualTo(euro("-4.50"));
        Slip banked = world.bean(FindSlips.class).find(world.moorings, slip).orElseThrow();
        assertThat(banked.total()).isEqualTo(euro("900.00"));
        assertThat(banked.isBanked()).isTrue();
        assertThat(tieOut(world, june(30)))
                .as("June as it was, of which the bank has told more days")
                .usingRecursiveComparison()
                .ignoringFields("asOf", "saidBy", "working")
                .isEqualTo(june);
        assertThat(tieOut(world, LocalDate.of(2026, 7, 6))).allMatch(AccountTieOut::comesOut);
        var told = world.bean(FindMessages.class).ofDocument(world.moorings, fee.id());
        assertThat(told)
                .singleElement()
                .satisfies(
                        m -> assertThat(m.numbers()).contains(invoice.number()).contains(fee.number()));
    }

    @Test
    void told_before_the_banks_line_it_waits_for_it_with_the_fee(World world) {
        Customer owner = world.payer();
        Document invoice = world.invoice(owner, "640.00");
        MeansId cheque = cheque(world, owner, "640.00", invoice);
        world.bankLine("640.00", owner.name(), "cheque 7");
        world.bean(MatchCertain.class).matchAll(world.moorings);
        assertThat(payment(world, cheque).place()).isEqualTo(Place.AT_BANK);
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/payments/" + cheque + "/return", "on=1+Jun+2026&reason=not+covered&fee=4.50");
        }
        assertThat(world.balance("1020")).isEqualTo(euro("-644.50"));
        world.bankLine("-644.50", owner.name(), "cheque 7");
        assertThat(world.bean(MatchCertain.class).matchAll(world.moorings)).isOne();
        assertThat(world.balance("1020").isZero()).isTrue();
        assertThat(world.balance("1100")).isEqualTo(euro("640.00"));
    }

    @Test
    void what_never_went_through_is_void_and_nothing_in_every_view(World world, FindPayments payments) {
        Customer owner = world.payer();
        Document invoice = world.invoice(owner, "640.00");
        MeansId cheque = cheque(world, owner, "640.00", invoice);
        UUID slip = slip(world);
        try (var ada = new Visitor(world, "ada")) {
            String at = "/payments/" + cheque;
            assertThat(ada.post(at + "/void", "note=lost").body()).contains("stands on paying-in slip");
            world.bean(PayIn.class).undo(world.moorings, slip);
            assertThat(ada.post(at + "/void", "note=").body()).contains("Say what became of it");
            assertThat(ada.post(at + "/return", "reason=x").body()).contains("has not confirmed this payment yet");
            ada.follow(at + "/void", "note=lost+in+the+post");
            assertThat(ada.get(at).body()).contains("lost in the post");
            assertThat(ada.get("/payments").body()).doesNotContain(at);
            assertThat(ada.get("/payments?state=undone").body()).contains(at);
        }
        assertThat(world.open(invoice)).isEqualTo(euro("640.00"));
        assertThat(world.documents().standing(world.moorings, invoice.id(), RunningApp.TODAY))
                .isEqualTo(Standing.ISSUED);
        assertThat(world.balance("1020").isZero()).isTrue();
        assertThat(payments.list(world.moorings, new FindPayments.Filter("", "", "", ""), Slice.first(9)))
                .isEmpty();
        assertThat(payments.totals(world.moorings, new FindPayments.Filter("", "", "", ""))
                        .count())
                .isZero();
    }

    @Test
    void a_cash_sale_whose_cheque_comes_back_is_owed(World world) {
        Document sale = Papers.issued(world, Papers.typed("CASH_SALE", world.payer(), "80.00") + "&paidBy=CHEQUE");
        assertThat(world.open(sale).isZero()).isTrue();
        MeansId cheque = world.bean(FindPayments.class)
                .ofDocument(world.moorings, sale.id())
                .getFirst()
                .id();
        slip(world);
        world.bankLine(sale.gross().plain(), "", "EINZAHLUNG SLIP-0001");
        assertThat(world.bean(MatchCertain.class).matchAll(world.moorings)).isOne();
        try (var ada = new Visitor(world, "ada")) {
            String form = "reason=not+covered";
            assertThat(ada.get("/payments/" + cheque + "/return?look=yes&" + form)
                            .body())
                    .contains("the cash sale is owed now");
            ada.follow("/payments/" + cheque + "/return", form);
        }
        assertThat(world.open(sale)).isEqualTo(sale.gross());
        assertThat(world.balance("1100")).isEqualTo(sale.gross());
    }

    @Test
    void a_card_payment_of_a_payout_that_tied_out_comes_back_and_the_payout_stays(World world) {
        Document invoice = world.invoice(world.payer(), "80.00");
        world.desk.sale("sa_1", world.desk.cardPage(invoice).reference, "80.00", "2.17");
        PayoutId payout = world.desk.payout("po_1", "sa_1:80.00:2.17");
        world.bankLine("77.83", "Cards", "PAYOUT po_1");
        world.bean(MatchCertain.class).matchAll(world.moorings);
        List<AccountTieOut> before = tieOut(world, world.today());
        assertThat(before).allMatch(AccountTieOut::comesOut);
        MeansId paid = world.bean(FindPayments.class)
                .ofDocument(world.moorings, invoice.id())
                .getFirst()
                .id();
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/payments/" + paid + "/return", "reason=taken+back+by+the+card");
        }
        assertThat(world.open(invoice)).isEqualTo(euro("80.00"));
        assertThat(world.bean(FindPayouts.class)
                        .find(world.moorings, payout)
                        .orElseThrow()
                        .state())
                .isEqualTo("tied out");
        assertThat(tieOut(world, world.today())).allMatch(AccountTieOut::comesOut);
    }

    @Test
    void a_line_on_another_account_is_asked_about(World world) {
        Customer owner = world.payer();
        Document invoice = world.invoice(owner, "640.00");
        world.bankLine("640.00", owner.name(), invoice.number());
        assertThat(world.bean(MatchCertain.class).matchAll(world.moorings)).isOne();
        MeansId paid = world.bean(FindPayments.class)
                .ofDocument(world.moorings, invoice.id())
                .getFirst()
                .id();
        BankAccountId savings = world.bean(Banking.class)
                .addBankAccount(
                        world.moorings, "Savings", World.iban(3), World.BANK, euro("900.00"), World.may(31), null);
        BankLineId out = world.bankLine(
                savings,
                new StatementLine(RunningApp.TODAY, RunningApp.TODAY, euro("-640.00"), "", "", "", "back", "", ""));
        try (var ada = new Visitor(world, "ada")) {
            String at = "/payments/" + paid + "/return";
            String form = "reason=x&line=" + out;
            assertThat(ada.get(at + "?look=yes&" + form).body())
                    .contains("The payment came in on Current account", "It is right all the same");
            assertThat(ada.post(at, form).body()).contains("Tick “It is right all the same”");
            assertThat(world.open(invoice).isZero()).isTrue();
            ada.follow(at, form + "&sure=yes");
        }
        assertThat(world.open(invoice)).isEqualTo(euro("640.00"));
    }

    @Test
    void a_part_of_a_refunded_payment_comes_back_and_no_more(World world) {
        Customer owner = world.payer();
        MeansId paid = cheque(world, owner, "100.00", null);
        world.bankLine("100.00", owner.name(), "cheque 7");
        world.bean(MatchCertain.class).matchAll(world.moorings);
        world.desk.giveBack(
                world.bean(FindPayments.class).onAccount(world.moorings).getFirst());
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/payments/" + paid + "/return", "amount=10.00&reason=x")
                            .body())
                    .contains("Only 0.00 of this payment still stands");
            assertThat(ada.post("/payments/" + paid + "/return", "amount=100.01&reason=x")
                            .body())
                    .contains("Nothing was changed");
        }
        assertThat(payment(world, paid).takenBack().isZero()).isTrue();
    }
}
