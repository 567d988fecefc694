package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.june;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.bank.BankLine;
import exactum.app.bank.FindBankLines;
import exactum.app.bank.FindMatches;
import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.MatchCertain;
import exactum.app.bank.Part;
import exactum.app.bank.ProposeMatches;
import exactum.app.bank.Proposed;
import exactum.app.bank.UndoMatch;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.documents.Standing;
import exactum.app.messages.FindMessages;
import exactum.app.messages.MessageKind;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.core.ids.BankLineId;
import exactum.core.ids.MatchId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A bank line is booked as it is read; what it is, in parts, is joined afterwards, and can be undone. */
@ExtendWith(RunningApp.class)
class MatchTest {
    private static BankLine line(World world, BankLineId id) {
        return world.bean(FindBankLines.class).find(world.moorings, id).orElseThrow();
    }

    private static Proposed proposed(World world, BankLineId id) {
        return world.bean(ProposeMatches.class)
                .propose(world.moorings, List.of(line(world, id)))
                .getFirst();
    }

    private static String claim(World world, Document invoice) {
        return "claim:"
                + world.bean(FindClaims.class)
                        .openOf(world.moorings, invoice.id())
                        .getFirst()
                        .claim();
    }

    private static Standing standing(World world, Document invoice) {
        return world.documents().standing(world.moorings, invoice.id(), RunningApp.TODAY);
    }

    private static List<FindMatches.Matched> matches(World world, BankLineId id) {
        return world.bean(FindMatches.class).ofLine(world.moorings, new LineRef.OfBank(id));
    }

    private static String addition(String... parts) {
        var form = new StringBuilder("x=1");
        for (int i = 0; i < parts.length; i++) {
            String[] p = parts[i].split("=");
            form.append("&part%d=%s&amount%d=%s".formatted(i, Visitor.encoded(p[0]), i, p[1]));
        }
        return form.toString();
    }

    @Test
    void reading_a_line_books_the_bank_and_nothing_else_is_claimed(World world) {
        world.bankLine("7.00", "Somebody", "who knows");
        assertThat(world.balance("1000")).isEqualTo(euro("107.00"));
        assertThat(world.balance("1010")).isEqualTo(euro("-7.00"));
    }

    @Test
    void the_number_and_the_sum_make_it_certain_and_it_pays_once_however_many_press(World world) throws Exception {
        Document invoice = world.invoice();
        BankLineId id = world.bankLine(
                "832.74", "Écluse", "for " + invoice.number().toLowerCase(java.util.Locale.ROOT) + ", thanks");
        assertThat(proposed(world, id).isCertain()).isTrue();
        assertThat(proposed(world, id).about()).containsExactly(invoice.id());
        var part = new Part.Payment(invoice.customer(), euro("832.74"), new Policy.DueOrder());
        try (var pool = Executors.newFixedThreadPool(4)) {
            Callable<Boolean> accept = () -> {
                try {
                    world.bean(Match.class).match(world.moorings, new LineRef.OfBank(id), List.of(part));
                    return true;
                } catch (Refusal taken) {
                    return false;
                }
            };
            int accepted = 0;
            for (var done : pool.invokeAll(Collections.nCopies(4, accept))) accepted += done.get() ? 1 : 0;
            assertThat(accepted).isOne();
        }
        assertThat(standing(world, invoice)).isEqualTo(Standing.PAID);
        assertThat(world.balance("1010")).isEqualTo(euro("0.00"));
        assertThat(world.balance("1100")).isEqualTo(euro("0.00"));
        assertThat(world.bean(FindMessages.class).ofDocument(world.moorings, invoice.id()))
                .extracting(m -> m.message().kind())
                .contains(MessageKind.CONFIRMATION);
    }

    @Test
    void one_line_for_two_invoices_and_8_over_is_split_undone_and_matched_otherwise(World world) {
        Customer customer = world.payer();
        Document one = world.invoice(customer, "50.00");
        Document two = world.invoice(customer, "70.00");
        BankLineId id = world.bankLine("128.00", customer.name(), one.number() + " and " + two.number());
        try (var ada = new Visitor(world, "ada")) {
            String page = "/bank-lines/" + id;
            assertThat(ada.get(page).body()).contains(one.number()).contains(two.number());
            String form = addition(
                    claim(world, one) + "=50.00", claim(world, two) + "=70.00", "customer:" + customer.id() + "=8.00");
            assertThat(ada.post(page + "/typed", form).body()).contains("0.00");
            assertThat(ada.follow(page + "/match", form)).isEqualTo(page);
            assertThat(standing(world, one)).isEqualTo(Standing.PAID);
            assertThat(standing(world, two)).isEqualTo(Standing.PAID);
            assertThat(world.balance("2100")).isEqualTo(euro("-8.00"));

            MatchId made = matches(world, id).getFirst().id();
            ada.post(page + "/matches/" + made + "/undo", "");
            assertThat(line(world, id).left()).isEqualTo(euro("128.00"));
            assertThat(world.open(one)).isEqualTo(euro("50.00"));
            assertThat(world.balance("2100")).isEqualTo(euro("0.00"));
            assertThat(world.balance("1010")).isEqualTo(euro("-128.00"));

            ada.follow(page + "/match", addition(claim(world, one) + "=50.00", "account:4000=78.00"));
            assertThat(standing(world, one)).isEqualTo(Standing.PAID);
            assertThat(world.open(two)).isEqualTo(euro("70.00"));
            assertThat(world.balance("4000")).isEqualTo(euro("-198.00"));
            assertThat(matches(world, id)).hasSize(3);
            assertThat(ada.get(page).body()).contains("undone").contains("4000");
        }
        assertThat(world.bean(DSLContext.class)
                        .fetchValue("select count(*) from take_back where cause = 'match undone'"))
                .isEqualTo(1L);
    }

    @Test
    void undoing_twice_undoes_once(World world, UndoMatch undo) {
        Document invoice = world.invoice(world.payer(), "50.00");
        BankLineId id = world.bankLine("50.00", "Écluse", invoice.number());
        world.bean(MatchCertain.class).matchAll(world.moorings);
        MatchId made = matches(world, id).getFirst().id();
        undo.undo(world.moorings, new LineRef.OfBank(id), made);
        assertThatThrownBy(() -> undo.undo(world.moorings, new LineRef.OfBank(id), made))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("Nothing was changed");
        assertThat(world.open(invoice)).isEqualTo(euro("50.00"));
    }

    @Test
    void a_part_leaves_the_rest_open_and_the_line_matched(World world) {
        Document invoice = world.invoice();
        BankLineId id = world.bankLine("300.00", "Écluse", invoice.number());
        assertThat(proposed(world, id).isCertain()).isFalse();
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/bank-lines/" + id + "/accept", "shown=" + Visitor.encoded(claim(world, invoice) + "=30000"));
            assertThat(world.open(invoice)).isEqualTo(euro("532.74"));
            assertThat(standing(world, invoice)).isEqualTo(Standing.PART_PAID);
            assertThat(ada.get("/invoices/" + invoice.number()).body())
                    .contains("532.74")
                    .contains("300.00");
        }
    }

    @Test
    void more_than_the_line_is_refused_and_what_is_over_is_proposed_on_account(World world) {
        Document invoice = world.invoice(world.payer(), "50.00");
        BankLineId id = world.bankLine("58.00", "Écluse", invoice.number());
        try (var ada = new Visitor(world, "ada")) {
            String match = "/bank-lines/" + id + "/match";
            assertThat(ada.post(match, addition(claim(world, invoice) + "=50.00", "account:4000=9.00"))
                            .body())
                    .contains("Nothing was");
            assertThat(line(world, id).left()).isEqualTo(euro("58.00"));
        }
        Proposed proposed = proposed(world, id);
        assertThat(proposed.best().parts()).hasSize(2);
        assertThat(proposed.best().remainder().isZero()).isTrue();
    }

    @Test
    void a_part_of_a_line_may_wait(World world) {
        Document invoice = world.invoice(world.payer(), "50.00");
        BankLineId id = world.bankLine("60.00", "Écluse", invoice.number());
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/bank-lines/" + id + "/match", addition(claim(world, invoice) + "=50.00"));
        }
        assertThat(line(world, id).left()).isEqualTo(euro("10.00"));
        assertThat(line(world, id).isMatched()).isFalse();
        assertThat(world.balance("1010")).isEqualTo(euro("-10.00"));
    }

    @Test
    void a_charge_is_offered_for_charges_only_and_any_account_can_be_chosen(World world) {
        BankLineId charge = world.bankLine("-3.50", "", "ACCOUNT FEE");
        BankLineId interest = world.bankLine("1.20", "", "INTEREST");
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/bank-lines/" + charge + "/match", addition("account:5010=3.50"));
            ada.follow("/bank-lines/" + interest + "/match", addition("account:4000=1.20"));
            assertThat(ada.post("/bank-lines/" + interest + "/match", addition("account:4000=1.20"))
                            .body())
                    .contains("Nothing was");
        }
        assertThat(world.balance("5010")).isEqualTo(euro("3.50"));
        assertThat(world.balance("1000")).isEqualTo(euro("97.70"));
        assertThat(world.balance("1010")).isEqualTo(euro("0.00"));
    }

    @Test
    void accounts_on_which_every_cent_has_a_name_cannot_be_chosen(World world) {
        BankLineId id = world.bankLine("10.00", "", "?");
        for (String account : List.of("1100", "1000", "1060", "2100", "1020", "9999")) {
            var part = new Part.ToAccount(new AccountCode(account), euro("10.00"));
            assertThatThrownBy(
                            () -> world.bean(Match.class).match(world.moorings, new LineRef.OfBank(id), List.of(part)))
                    .as(account)
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining("Nothing was");
        }
        assertThat(line(world, id).left()).isEqualTo(euro("10.00"));
    }

    @Test
    void money_between_our_own_accounts_meets_on_the_way(World world) {
        BankLineId out = world.bankLine("-40.00", "Larkwater", "to savings");
        BankLineId in = world.bankLine("40.00", "Larkwater", "from current");
        for (var ref : List.of(out, in)) {
            Money amount = line(world, ref).amount();
            world.bean(Match.class)
                    .match(world.moorings, new LineRef.OfBank(ref), List.of(new Part.OwnTransfer(amount)));
        }
        assertThat(world.balance("1010")).isEqualTo(euro("0.00"));
        assertThat(world.bean(DSLContext.class)
                        .fetchValue("select sum(left_minor)::bigint from waiting where kind like 'own%'"))
                .isIn(0L, (Object) null);
    }

    @Test
    void a_transfer_that_went_back_opens_the_invoice_again(World world, FindPayments payments) {
        Document invoice = world.invoice(world.payer(), "50.00");
        world.bankLine("50.00", "Écluse", invoice.number());
        world.bean(MatchCertain.class).matchAll(world.moorings);
        var payment = payments.ofDocument(world.moorings, invoice.id()).getFirst();
        BankLineId back = world.bankLine("-50.00", "Écluse", "RETURN " + invoice.number());
        world.bean(Match.class)
                .match(
                        world.moorings,
                        new LineRef.OfBank(back),
                        List.of(new Part.Return(payment.id(), euro("-50.00"))));
        assertThat(world.open(invoice)).isEqualTo(euro("50.00"));
        assertThat(payments.find(world.moorings, payment.id()).orElseThrow().takenBack())
                .isEqualTo(euro("50.00"));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/payments/" + payment.id()).body())
                    .contains("returned")
                    .contains(invoice.number());
            MatchId made = matches(world, back).getFirst().id();
            ada.post("/bank-lines/" + back + "/matches/" + made + "/undo", "");
        }
        assertThat(world.open(invoice)).as("the return was not theirs").isEqualTo(euro("0.00"));
    }

    /** A bank line of 30.00 that was placed on account. */
    private static BankLineId prepaid(World world, Customer customer) {
        BankLineId in = world.bankLine("30.00", customer.name(), "prepaid");
        world.bean(Match.class)
                .match(
                        world.moorings,
                        new LineRef.OfBank(in),
                        List.of(new Part.Payment(customer.id(), euro("30.00"), new Policy.OnAccount())));
        return in;
    }

    @Test
    void credit_that_is_given_back_leaves_the_account_and_comes_again_when_that_is_undone(
            World world, FindPayments payments) {
        Customer customer = world.payer();
        prepaid(world, customer);
        var credit = payments.creditOf(world.moorings, customer.id()).getFirst();
        BankLineId out = world.bankLine("-30.00", customer.name(), "refund");
        var refund = new Part.Refund(credit.means(), euro("-30.00"));
        world.bean(Match.class).match(world.moorings, new LineRef.OfBank(out), List.of(refund));
        assertThat(world.balance("2100")).isEqualTo(euro("0.00"));
        assertThat(payments.creditOf(world.moorings, customer.id())).isEmpty();
        world.bean(UndoMatch.class)
                .undo(
                        world.moorings,
                        new LineRef.OfBank(out),
                        matches(world, out).getFirst().id());
        assertThat(payments.creditOf(world.moorings, customer.id()))
                .singleElement()
                .satisfies(c -> assertThat(c.left()).isEqualTo(euro("30.00")));
    }

    @Test
    void a_match_whose_payment_was_used_since_is_undone_with_what_it_was_used_for(World world) {
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "20.00");
        BankLineId in = prepaid(world, customer);
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/invoices/" + invoice.number() + "/use-credit", "");
            assertThat(standing(world, invoice)).isEqualTo(Standing.PAID);
            ada.post(
                    "/bank-lines/" + in + "/matches/"
                            + matches(world, in).getFirst().id() + "/undo",
                    "");
        }
        assertThat(world.open(invoice)).isEqualTo(euro("20.00"));
        assertThat(world.balance("2100")).isEqualTo(euro("0.00"));
    }

    @Test
    void the_certain_ones_that_were_shown_are_matched_once_by_two_who_press_at_once(World world, MatchCertain certain)
            throws Exception {
        Document one = world.invoice();
        Document two = world.invoice();
        List<BankLineId> ids = List.of(
                world.bankLine("832.74", "A", one.number()),
                world.bankLine("832.74", "B", two.number()),
                world.bankLine("832.74", "C", "no number"),
                world.bankLine("-1.00", "", "ACCOUNT FEE"));
        try (var pool = Executors.newFixedThreadPool(3)) {
            Callable<Integer> press = () -> certain.matchAll(world.moorings);
            for (var done : pool.invokeAll(Collections.nCopies(3, press))) done.get();
        }
        assertThat(line(world, ids.get(0)).isMatched()).isTrue();
        assertThat(line(world, ids.get(1)).isMatched()).isTrue();
        assertThat(line(world, ids.get(2)).isMatched()).isFalse();
        assertThat(world.balance("1100")).isEqualTo(euro("0.00"));
    }

    @Test
    void accepting_takes_what_was_shown_and_not_what_came_since(World world) {
        Document invoice = world.invoice(world.payer(), "50.00");
        BankLineId id = world.bankLine("50.00", "Écluse", invoice.number());
        try (var ada = new Visitor(world, "ada")) {
            String list = ada.get("/unmatched/certain").body();
            assertThat(list).contains(invoice.number()).contains("name=\"shown\"");
            world.bankLine("832.74", "Later", world.invoice().number());
            var shown = java.util.regex.Pattern.compile("name=\"shown\"[^>]* value=\"([^\"]+)\"")
                    .matcher(list);
            var form = new StringBuilder("x=1");
            while (shown.find()) form.append("&shown=").append(Visitor.encoded(shown.group(1)));
            ada.follow("/unmatched/match-certain", form.toString());
            ada.follow("/unmatched/match-certain", form.toString());
        }
        assertThat(line(world, id).isMatched()).isTrue();
        assertThat(world.bean(FindBankLines.class).countUnmatched(world.moorings))
                .isOne();
    }

    @Test
    void the_trail_is_the_same_from_the_invoice_and_from_the_bank_line(World world) {
        Document invoice = world.invoice();
        BankLineId id = world.bankLine("832.74", "Écluse", invoice.number());
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("/bank-lines/" + id);
            world.bean(MatchCertain.class).matchAll(world.moorings);
            for (String page : List.of("/invoices/" + invoice.number(), "/bank-lines/" + id))
                assertThat(ada.get(page).body())
                        .contains("/recurring/" + invoice.origin().id())
                        .contains("/invoices/" + invoice.number())
                        .contains("/bank-lines/" + id);
        }
        assertThat(line(world, id).bookedOn()).isEqualTo(june(1));
    }

    @Test
    void an_overdue_invoice_and_the_line_that_would_pay_it_know_of_each_other(World world) {
        Document late = world.invoice(world.payer(), "77.00", World.may(1));
        BankLineId id = world.bankLine("77.00", "Écluse", late.number());
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/invoices/" + late.number()).body()).contains("/bank-lines/" + id);
            assertThat(ada.get("/day").body()).contains(late.number()).contains("/bank-lines/" + id);
        }
    }
}
