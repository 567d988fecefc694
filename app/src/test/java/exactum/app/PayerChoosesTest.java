package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.links.PaymentLinks;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindPayments;
import exactum.app.setup.PayerRules;
import exactum.app.setup.PayersMay;
import exactum.core.settlement.Policy;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A payer chooses what to pay: one, several, or part of what is open. The amount is counted here, never by the browser. */
@ExtendWith(RunningApp.class)
class PayerChoosesTest {

    private static String path(World world, Document document) {
        return "~/pay/" + world.bean(PaymentLinks.class).token(world.link(document));
    }

    private static String items(World world, Document... documents) {
        return Stream.of(documents)
                .flatMap(d -> world.bean(FindClaims.class).openOf(world.moorings, d.id()).stream())
                .map(o -> "&item=" + o.claim())
                .collect(Collectors.joining());
    }

    private static HttpResponse<String> press(Visitor payer, String path, String form) {
        return payer.post(path, payer.token(path), form);
    }

    private static CardProcessor.Page last(World world) {
        return world.processor.opened().getLast();
    }

    @Test
    void two_invoices_and_part_of_a_third_are_paid_in_one_payment_and_the_confirmation_says_which(
            World world, FindPayments payments) {
        Customer customer = world.payer();
        Document first = world.invoice(customer, "100.00");
        Document second = world.invoice(customer, "50.00");
        Document third = world.invoice(customer, "80.00");
        String path = path(world, first);
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(path).body())
                    .contains("Also open")
                    .contains(second.number())
                    .contains("230.00 is open in all");
            String chosen = items(world, first, second, third) + "&amount=200";
            assertThat(payer.ask(path + "/figure?" + chosen.substring(1)).body())
                    .contains("50.00 of €\u00a080.00 for " + third.number())
                    .contains("Pay €\u00a0200.00");
            assertThat(press(payer, path, "shown=20000" + chosen).statusCode()).isEqualTo(302);
            assertThat(last(world).amount).isEqualTo("200.00");
            world.desk.sale("sa_3", last(world).reference, "200.00", "5.05");
            var paid = payments.ofDocument(world.moorings, third.id()).getFirst();
            assertThat(payer.get(path + "/payments/" + paid.id()).body())
                    .contains("Payment received. Thank you.")
                    .contains("30.00 of it is still open")
                    .contains("What else is open");
        }
        assertThat(world.open(first)).isEqualTo(euro("0.00"));
        assertThat(world.open(second)).isEqualTo(euro("0.00"));
        assertThat(world.open(third)).isEqualTo(euro("30.00"));
        assertThat(payments.ofDocument(world.moorings, first.id()))
                .singleElement()
                .satisfies(p -> assertThat(p.amount()).isEqualTo(euro("200.00")));
    }

    @Test
    void a_choice_in_another_tab_takes_the_first_card_page_back_and_the_same_choice_leads_to_the_same_page(
            World world) {
        Customer customer = world.payer();
        Document first = world.invoice(customer, "100.00");
        Document second = world.invoice(customer, "50.00");
        try (var payer = new Visitor(world, "nobody")) {
            press(payer, path(world, first), "shown=15000" + items(world, first, second));
            CardProcessor.Page both = last(world);
            press(payer, path(world, second), "shown=15000" + items(world, first, second));
            assertThat(last(world)).isSameAs(both);
            press(payer, path(world, second), "shown=5000" + items(world, second));
            assertThat(both.state).isEqualTo("cancelled");
            assertThat(last(world).amount).isEqualTo("50.00");
        }
    }

    @Test
    void what_is_open_changes_while_the_payer_chooses_and_nothing_is_charged_unseen(World world, Match match) {
        Customer customer = world.payer();
        Document first = world.invoice(customer, "100.00");
        Document second = world.invoice(customer, "50.00");
        String chosen = items(world, first, second);
        var line = new LineRef.OfBank(world.bankLine("50.00", "Écluse", second.number()));
        match.match(
                world.moorings,
                line,
                List.of(new Part.Payment(customer.id(), euro("50.00"), new Policy.OfDocument(second.id()))));
        String path = path(world, first);
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(press(payer, path, "shown=15000" + chosen).body())
                    .contains("100.00 is chosen. Please press once more to pay it. Nothing was charged.");
            assertThat(world.processor.opened()).isEmpty();
            assertThat(press(payer, path, "shown=10000" + chosen).statusCode()).isEqualTo(302);
        }
    }

    @Test
    void more_than_is_open_is_taken_only_where_the_business_allows_it_and_stays_on_account(
            World world, PayersMay payersMay, FindPayments payments) {
        Document invoice = world.invoice(world.payer(), "50.00");
        String path = path(world, invoice);
        String more = "shown=6000&amount=60.00" + items(world, invoice);
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(press(payer, path, more).body())
                    .contains("No more than €\u00a050.00 can be paid of what is chosen. Nothing was charged.");
            payersMay.save(world.moorings, new PayerRules(true, 30));
            assertThat(press(payer, path, more).statusCode()).isEqualTo(302);
        }
        world.desk.sale("sa_more", last(world).reference, "60.00", "1.69");
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
        assertThat(payments.creditOf(world.moorings, invoice.customer()))
                .singleElement()
                .satisfies(c -> assertThat(c.left()).isEqualTo(euro("10.00")));
    }

    @Test
    void what_is_no_amount_or_below_the_fee_is_refused_in_words(World world) {
        Document invoice = world.invoice(world.payer(), "50.00");
        String path = path(world, invoice);
        String item = items(world, invoice);
        try (var payer = new Visitor(world, "nobody")) {
            for (String none : List.of("fifty", "-5", "0", "1.234", "9".repeat(30)))
                assertThat(press(payer, path, "shown=5000" + item + "&amount=" + none)
                                .body())
                        .as(none)
                        .contains("is not an amount")
                        .contains("Nothing was charged");
            assertThat(press(payer, path, "shown=25" + item + "&amount=0.25").body())
                    .contains("The fee of a card payment would be €\u00a00.26");
            assertThat(press(payer, path, "shown=5000&item=nonsense").statusCode())
                    .isBetween(400, 422);
        }
        assertThat(world.processor.opened()).isEmpty();
    }

    @Test
    void items_of_somebody_else_are_not_chosen(World world) {
        Document own = world.invoice(world.payer(), "50.00");
        Document foreign = world.invoice(world.payer(), "70.00");
        String path = path(world, own);
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(press(payer, path, "shown=12000" + items(world, own, foreign))
                            .body())
                    .contains("50.00 is chosen")
                    .doesNotContain(foreign.number());
        }
        assertThat(world.processor.opened()).isEmpty();
    }

    @Test
    void the_transfer_is_for_what_is_chosen_with_a_reference_that_can_be_checked_and_a_code_to_scan(World world) {
        Customer customer = world.payer();
        Document first = world.invoice(customer, "100.00");
        Document second = world.invoice(customer, "50.00");
        String path = path(world, first);
        String reference = exactum.core.bank.CreditorReference.of(first.number())
                .orElseThrow()
                .printed();
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(path).body()).contains(reference).contains("data:image/png;base64,");
            assertThat(payer.ask(path + "/figure?" + items(world, first, second).substring(1))
                            .body())
                    .contains("150.00")
                    .contains(first.number() + " " + second.number())
                    .doesNotContain(reference);
        }
    }
}
