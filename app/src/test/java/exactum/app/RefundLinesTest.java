package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.bank.FindBankLines;
import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.MatchCertain;
import exactum.app.bank.Part;
import exactum.app.bank.ProposeMatches;
import exactum.app.business.Memberships;
import exactum.app.business.Role;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.documents.ListDocuments;
import exactum.app.settlement.FindPayments;
import exactum.app.setup.Banking;
import exactum.app.waiting.FindWaiting;
import exactum.core.bank.StatementLine;
import exactum.core.ids.BankLineId;
import exactum.core.ids.MeansId;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A refund that has left the bank already, and the credit note that is made of it later. */
@ExtendWith(RunningApp.class)
class RefundLinesTest {
    private static Document paid(World world, Customer payer) {
        Document invoice = world.invoice(payer, "50.00");
        world.bankLine("50.00", payer.name(), invoice.number());
        world.bean(MatchCertain.class).matchAll(world.moorings);
        assertThat(world.open(invoice).isZero()).isTrue();
        return invoice;
    }

    @Test
    void the_credit_note_that_is_made_later_explains_the_line_that_went_out_before(World world) {
        Customer payer = world.payer();
        Document invoice = paid(world, payer);
        BankLineId out = world.bankLine("-50.00", payer.name(), "refund");
        assertThat(world.bean(ProposeMatches.class)
                        .unmatched(world.moorings, 1)
                        .getFirst()
                        .proposals())
                .isEmpty();
        Document note = Papers.credited(world, invoice);
        var best = world.bean(ProposeMatches.class)
                .unmatched(world.moorings, 1)
                .getFirst()
                .best();
        assertThat(best.words()).contains("refund to").contains(note.number());
        assertThat(world.bean(MatchCertain.class).matchAll(world.moorings)).isOne();
        assertThat(world.bean(FindBankLines.class)
                        .find(world.moorings, out)
                        .orElseThrow()
                        .isMatched())
                .isTrue();
        assertThat(world.balance("2100").isZero()).isTrue();
        assertThat(world.balance("1000").plain()).isEqualTo("100.00");
    }

    /** A refund sent on 27 May, its credit note made from the opened line five days later. */
    @Test
    void the_credit_note_is_made_from_the_line_itself(World world) {
        Customer payer = world.payer();
        Document invoice = paid(world, payer);
        BankLineId out = world.bankLine("-20.00", payer.name(), "refund for " + invoice.number());
        String typed = "part0=credit:" + invoice.id() + "&title0=Credit&amount0=20.00";
        try (var ada = new Visitor(world, "ada");
                var nils = new Visitor(world, "nils")) {
            assertThat(ada.get("/bank-lines/" + out + "/opened").body()).contains("Credit note on " + invoice.number());
            assertThat(ada.get("/bank-lines/" + out + "/found?q=" + invoice.number())
                            .body())
                    .contains("Credit note on " + invoice.number());
            world.bean(Memberships.class).join(world.moorings, "nils", Set.of(Role.RECONCILIATION));
            assertThat(nils.page("/bank-lines/" + out + "/match", typed)).contains("Your role makes no credit notes");
            assertThat(ada.page("/bank-lines/" + out + "/match", typed.replace("20.00", "20.01")))
                    .contains("Nothing was matched");
            ada.follow("/bank-lines/" + out + "/match", typed);
        }
        Document note =
                world.bean(ListDocuments.class).creditNotesOf(world.moorings, invoice.id(), RunningApp.TODAY).stream()
                        .map(n -> world.document(n.number()))
                        .findFirst()
                        .orElseThrow();
        assertThat(note.gross()).isEqualTo(euro("20.00"));
        assertThat(note.origin().credited()).isEqualTo(invoice.id());
        assertThat(world.bean(FindBankLines.class)
                        .find(world.moorings, out)
                        .orElseThrow()
                        .isMatched())
                .isTrue();
        assertThat(world.bean(FindPayments.class)
                        .creditOfNote(world.moorings, note.id())
                        .orElseThrow()
                        .left()
                        .isZero())
                .isTrue();
        assertThat(world.balance("2100").isZero()).isTrue();
    }

    /** The same credit is refunded by two lines at once: it goes once. */
    @Test
    void two_lines_do_not_give_the_same_money_back_twice(World world) throws Exception {
        Customer payer = world.payer();
        Document invoice = paid(world, payer);
        Papers.credited(world, invoice);
        MeansId credit = world.bean(FindPayments.class)
                .onAccount(world.moorings)
                .getFirst()
                .credit()
                .means();
        List<BankLineId> lines = List.of(
                world.bankLine("-50.00", payer.name(), "refund"),
                world.bankLine("-50.00", payer.name(), "refund again"));
        try (var pool = Executors.newFixedThreadPool(2)) {
            List<Callable<Boolean>> both = lines.stream()
                    .map(line -> tried(() -> world.bean(Match.class)
                            .match(
                                    world.moorings,
                                    new LineRef.OfBank(line),
                                    List.of(new Part.Refund(credit, euro("-50.00"))))))
                    .toList();
            int matched = 0;
            for (var done : pool.invokeAll(both)) matched += done.get() ? 1 : 0;
            assertThat(matched).isOne();
        }
        assertThat(world.bean(FindBankLines.class).countUnmatched(world.moorings))
                .isOne();
    }

    /** A person gives the credit back by transfer while another matches the line to it: it goes once. */
    @Test
    void a_line_is_not_matched_to_what_is_refunded_meanwhile(World world) throws Exception {
        Customer payer = world.payer();
        Document invoice = paid(world, payer);
        Papers.credited(world, invoice);
        FindPayments.Held held =
                world.bean(FindPayments.class).onAccount(world.moorings).getFirst();
        BankLineId line = world.bankLine("-50.00", payer.name(), "refund");
        Callable<Boolean> refund = tried(() -> world.desk.giveBack(held));
        Callable<Boolean> match = tried(() -> world.bean(Match.class)
                .match(
                        world.moorings,
                        new LineRef.OfBank(line),
                        List.of(new Part.Refund(held.credit().means(), euro("-50.00")))));
        int done = 0;
        try (var pool = Executors.newFixedThreadPool(2)) {
            for (var one : pool.invokeAll(List.of(refund, match))) done += one.get() ? 1 : 0;
        }
        assertThat(done).isOne();
        assertThat(world.bean(FindPayments.class).onAccount(world.moorings)).isEmpty();
        world.bean(MatchCertain.class).matchAll(world.moorings);
        assertThat(world.bean(FindBankLines.class).countUnmatched(world.moorings))
                .as("the line is the refund, whoever was first")
                .isZero();
    }

    /** A payment came in on one account and comes back on another. */
    @Test
    void money_that_leaves_by_another_account_is_asked_about(World world) {
        Customer payer = world.payer();
        Document invoice = paid(world, payer);
        var savings = world.bean(Banking.class)
                .addBankAccount(
                        world.moorings, "Savings", World.iban(3), World.BANK, euro("500.00"), World.may(31), null);
        BankLineId out = world.bankLine(
                savings,
                new StatementLine(
                        RunningApp.TODAY,
                        RunningApp.TODAY,
                        euro("-50.00"),
                        "",
                        "",
                        payer.name(),
                        invoice.number(),
                        "",
                        ""));
        MeansId payment = world.bean(FindPayments.class)
                .ofDocument(world.moorings, invoice.id())
                .getFirst()
                .id();
        String shown = "shown=return:" + payment + "%3D-5000";
        String typed = "part0=return:" + payment + "&title0=Return&amount0=50.00";
        try (var ada = new Visitor(world, "ada")) {
            String at = "/bank-lines/" + out;
            assertThat(ada.post(at + "/accept", shown).body()).contains("The payment came in on Current account");
            assertThat(ada.page(at + "/match", typed)).contains("it is right all the same");
            assertThat(world.open(invoice).isZero()).isTrue();
            String credit = "part0=credit:" + invoice.id() + "&title0=Credit&amount0=50.00";
            assertThat(ada.page(at + "/match", credit)).contains("The payment came in on Current account");
            Papers.credited(world, invoice);
            FindPayments.Held held =
                    world.bean(FindPayments.class).onAccount(world.moorings).getFirst();
            String refund = "part0=refund:" + held.credit().means() + "&title0=Refund&amount0=50.00";
            assertThat(ada.page(at + "/match", refund)).contains("The payment came in on Current account");
            assertThat(world.bean(MatchCertain.class).matchAll(world.moorings))
                    .as("by itself it is not matched either")
                    .isZero();
            world.desk.giveBack(held);
            String waits = world.bean(FindWaiting.class)
                    .open(world.moorings)
                    .getFirst()
                    .item()
                    .id()
                    .toString();
            String waiting = "part0=waiting:" + waits + "&title0=Refund&amount0=50.00";
            assertThat(ada.page(at + "/match", waiting)).contains("The payment came in on Current account");
            ada.follow(at + "/match", waiting + "&sure=on");
        }
        assertThat(world.bean(FindBankLines.class)
                        .find(world.moorings, out)
                        .orElseThrow()
                        .isMatched())
                .isTrue();
        assertThat(world.open(invoice).isZero()).isTrue();
    }

    private static Callable<Boolean> tried(Runnable work) {
        return () -> {
            try {
                work.run();
                return true;
            } catch (Refusal meanwhile) {
                return false;
            }
        };
    }
}
