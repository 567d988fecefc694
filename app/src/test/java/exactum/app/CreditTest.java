package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.World.may;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.bank.LineRef;
import exactum.app.bank.Match;
import exactum.app.bank.Part;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.Standing;
import exactum.app.settlement.FindPayments;
import exactum.core.money.Money;
import exactum.core.settlement.Policy;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Money that settles nothing yet is a customer's, by name, everywhere; and is used by hand where a person wants it. */
@ExtendWith(RunningApp.class)
class CreditTest {
    private static void paidTooMuch(World world, Customer customer, String amount) {
        var line = world.bankLine(amount, customer.name(), "prepaid");
        world.bean(Match.class)
                .match(
                        world.moorings,
                        new LineRef.OfBank(line),
                        List.of(new Part.Payment(customer.id(), euro(amount), new Policy.OnAccount())));
    }

    private static Standing standing(World world, Document invoice) {
        return world.documents().standing(world.moorings, invoice.id(), RunningApp.TODAY);
    }

    private static Money credit(World world, Customer customer) {
        return Money.sum(
                customer.currency(),
                world.bean(FindPayments.class).creditOf(world.moorings, customer.id()).stream()
                        .map(FindPayments.Credit::left)
                        .toList());
    }

    @Test
    void it_is_named_on_customer_invoice_payer_page_and_day_sheet(World world) {
        Customer customer = world.payer();
        paidTooMuch(world, customer, "30.00");
        Document invoice = world.invoice(customer, "50.00");
        try (var ada = new Visitor(world, "ada");
                var payer = new Visitor(world, "nobody")) {
            assertThat(ada.get("/customers/" + customer.id()).body())
                    .contains("30.00")
                    .contains("on account");
            assertThat(ada.get("/invoices/" + invoice.number()).body())
                    .contains("30.00")
                    .contains("use-credit");
            assertThat(ada.get("/day").body()).contains("on account, while " + invoice.number() + " is open");
            assertThat(ada.get("/payments?state=on+account").body()).contains("30.00");
            String link = world.bean(exactum.app.links.PaymentLinks.class).token(world.link(invoice));
            assertThat(payer.get("~/pay/" + link).body()).contains("30.00").contains("on your account");
        }
    }

    @Test
    void used_by_hand_it_settles_as_much_as_there_is_and_never_twice(World world) {
        Customer customer = world.payer();
        paidTooMuch(world, customer, "30.00");
        Document small = world.invoice(customer, "12.00");
        Document large = world.invoice(customer, "50.00");
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/invoices/" + small.number() + "/use-credit", "");
            assertThat(standing(world, small)).isEqualTo(Standing.PAID);
            assertThat(credit(world, customer)).isEqualTo(euro("18.00"));
            assertThat(ada.post("/invoices/" + small.number() + "/use-credit", "")
                            .body())
                    .contains("Nothing was changed");
            ada.follow("/invoices/" + large.number() + "/use-credit", "amount=10.00");
            assertThat(world.open(large)).isEqualTo(euro("40.00"));
            ada.follow("/invoices/" + large.number() + "/use-credit", "");
            assertThat(world.open(large)).isEqualTo(euro("32.00"));
            assertThat(world.balance("2100")).isEqualTo(euro("0.00"));
            assertThat(ada.post("/invoices/" + large.number() + "/use-credit", "")
                            .body())
                    .contains("There is no credit on account");
        }
    }

    @Test
    void it_is_taken_off_an_invoice_again_and_is_on_account(World world) {
        Customer customer = world.payer();
        paidTooMuch(world, customer, "30.00");
        Document invoice = world.invoice(customer, "12.00");
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/invoices/" + invoice.number() + "/use-credit", "");
            var payment = world.bean(FindPayments.class)
                    .ofDocument(world.moorings, invoice.id())
                    .getFirst();
            var off = Pattern.compile(
                            "action=\"/moorings(/payments/[^\"]+/take-off)\".*?name=\"claim\" value=\"([^\"]+)\".*?name=\"minor\" value=\"(\\d+)\"",
                            Pattern.DOTALL)
                    .matcher(ada.get("/payments/" + payment.id()).body());
            assertThat(off.find()).isTrue();
            String form = "claim=" + off.group(2) + "&minor=" + off.group(3);
            ada.follow(off.group(1), form);
            assertThat(world.open(invoice)).isEqualTo(euro("12.00"));
            assertThat(credit(world, customer)).isEqualTo(euro("30.00"));
            assertThat(ada.post(off.group(1), form).body()).contains("Nothing was");
        }
    }

    @Test
    void an_invoice_issued_with_credit_is_born_paid_as_far_as_the_credit_reaches(World world, Drafts drafts) {
        Customer customer = world.payer();
        paidTooMuch(world, customer, "30.00");
        Draft d = world.draft(customer, RunningApp.TODAY, world.line("Crane lift", "1", "45.00", "zero"));
        drafts.issue(
                world.moorings,
                new Draft(
                        d.id(),
                        d.kind(),
                        d.customer(),
                        d.date(),
                        d.content(),
                        d.terms(),
                        d.own(),
                        d.origin(),
                        true,
                        d.revision()),
                false);
        Document invoice = world.newest(customer.id());
        assertThat(world.open(invoice)).isEqualTo(euro("15.00"));
        assertThat(standing(world, invoice)).isEqualTo(Standing.PART_PAID);
        assertThat(credit(world, customer)).isEqualTo(euro("0.00"));
    }

    @Test
    void what_is_overdue_counts_what_is_left_and_not_what_was_asked(World world) {
        Customer customer = world.payer();
        Document late = world.invoice(customer, "50.00", may(1));
        paidTooMuch(world, customer, "20.00");
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/invoices/" + late.number() + "/use-credit", "");
            assertThat(standing(world, late)).isEqualTo(Standing.OVERDUE);
            assertThat(ada.get("/day").body()).contains(late.number()).contains("30.00");
            assertThat(ada.get("/invoices?state=overdue").body()).contains(late.number());
            assertThat(ada.get("/customers/" + customer.id()).body()).contains("30.00");
        }
    }
}
