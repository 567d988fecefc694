package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.cardruns.CardWork;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.FindMessages;
import exactum.app.messages.MessageKind;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.ids.RecurringId;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A cash sale each month is charged to the card on file by itself; refused, it is open as an invoice is. */
@ExtendWith(RunningApp.class)
class CashSalesByCardTest {
    private static void monthly(World world, Customer customer) {
        Line line = world.line("Sauna and showers", "1", "24.00", "standard");
        RecurringId id = world.agree(customer, RunningApp.TODAY, line);
        world.asOwner("update recurring_invoice set cash_sale = true where id = '%s'".formatted(id));
    }

    @Test
    void it_is_issued_as_a_cash_sale_and_charged_by_itself_whatever_else_is_charged(World world, CardWork work) {
        Customer customer = world.payer();
        CardRunTest.card(world, customer, "tok_1");
        monthly(world, customer);
        try (var ada = new Visitor(world, "ada")) {
            ada.page("/card-runs/settings", "timer=off&moment=due&least=1.00");
            world.bill(RunningApp.TODAY);
            Document sale = world.newest(customer.id());
            assertThat(sale.kind()).isEqualTo(DocumentKind.CASH_SALE);
            assertThat(sale.number()).startsWith("CS-");
            assertThat(world.open(sale)).isEqualTo(euro("29.52"));
            assertThat(ada.get("/invoices/" + sale.number()).body()).contains("We charge Visa ending 1111 for it");
            for (int twice = 0; twice < 2; twice++) work.day(world.moorings, RunningApp.TODAY);
            assertThat(world.open(sale)).isEqualTo(euro("0.00"));
            assertThat(world.processor.charged())
                    .singleElement()
                    .satisfies(
                            c -> assertThat(c).contains("\"amount\":\"29.52\"").contains(sale.number()));
            assertThat(world.balance("1100")).isEqualTo(euro("0.00"));
        }
    }

    @Test
    void refused_for_good_it_is_open_says_so_and_its_payer_is_asked(
            World world, CardWork work, FindMessages messages, PaymentLinks links) {
        Customer customer = world.payer();
        CardRunTest.card(world, customer, "tok_1");
        monthly(world, customer);
        world.bill(RunningApp.TODAY);
        Document sale = world.newest(customer.id());
        world.processor.declines("14");
        work.day(world.moorings, RunningApp.TODAY);
        assertThat(world.open(sale)).isEqualTo(euro("29.52"));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/invoices/" + sale.number()).body())
                    .contains("No card on file paid this cash sale. It is open, as an invoice is")
                    .contains("Card payment rejected");
            assertThat(ada.get("~/pay/" + links.token(world.link(sale))).body()).contains("29.52");
        }
        assertThat(messages.ofDocument(world.moorings, sale.id()))
                .filteredOn(m -> m.message().kind() == MessageKind.CARD_REFUSED)
                .hasSize(1);
        world.processor.declines(null);
    }

    @Test
    void one_that_was_paid_in_cash_says_nothing_of_cards_though_its_customer_is_collected_from(World world) {
        Customer customer = world.payer();
        world.asOwner("insert into billed_how (business_id, customer_id, pays_by) values (%d, '%s', 'collected')"
                .formatted(world.moorings.value(), customer.id()));
        Document sale = Papers.cashSale(world, customer, "24");
        assertThat(sale.isOnFile()).isFalse();
        assertThat(sale.manner().collected()).isTrue();
        try (var ada = new Visitor(world, "ada")) {
            world.asOwner("update claim set left_minor = amount_minor where document_id = '%s'".formatted(sale.id()));
            assertThat(ada.get("/invoices/" + sale.number()).body()).doesNotContain("No card on file");
            world.asOwner("update claim set left_minor = 0 where document_id = '%s'".formatted(sale.id()));
        }
    }

    @Test
    void without_a_card_it_is_a_decision(World world, CardWork work) {
        Customer customer = world.payer();
        monthly(world, customer);
        world.bill(RunningApp.TODAY);
        Document sale = world.newest(customer.id());
        work.day(world.moorings, RunningApp.TODAY);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains(sale.number() + " is due, and we collect it");
            assertThat(ada.get("/invoices/" + sale.number()).body()).contains("no mandate, no card");
        }
    }
}
