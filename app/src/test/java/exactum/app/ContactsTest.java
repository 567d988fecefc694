package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.Contacts;
import exactum.app.customers.Customer;
import exactum.app.customers.Mail;
import exactum.app.customers.Recipients;
import exactum.core.settlement.Policy;
import java.util.List;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Each kind of a customer's mail goes to the contacts that get it, else to the customer's own address, else it is held. */
@ExtendWith(RunningApp.class)
class ContactsTest {
    private static List<String> addresses(World world, String kind) {
        return world.bean(DSLContext.class)
                .fetch(
                        "select r.address from message m join message_recipient r on r.message_id = m.id where m.kind = {0} order by 1",
                        kind)
                .into(String.class);
    }

    @Test
    void contacts_go_before_the_own_address_and_that_before_nobody() {
        var all = new Recipients("own@x.example", List.of("a@x.example", "b@x.example"), List.of(), List.of());
        assertThat(all.of(Mail.INVOICES)).containsExactly("a@x.example", "b@x.example");
        assertThat(all.line(Mail.INVOICES)).isEqualTo("a@x.example, b@x.example");
        assertThat(all.of(Mail.REMINDERS)).containsExactly("own@x.example");
        var none = new Recipients(null, List.of(), List.of(), List.of());
        assertThat(none.of(Mail.CONFIRMATIONS)).isEmpty();
        assertThat(none.line(Mail.CONFIRMATIONS)).isNull();
    }

    @Test
    void invoices_reminders_and_confirmations_go_to_whom_they_are_for(World world) {
        Customer customer = world.customer("own@lakeside.example");
        String page = "/customers/" + customer.id();
        try (var ada = new Visitor(world, "ada")) {
            ada.follow(page + "/contacts", "name=Accounts&email=accounts@club.example&gets=invoices&gets=reminders");
            ada.follow(page + "/contacts", "name=Chair&email=chair@club.example&gets=reminders");
            ada.follow(page + "/contacts", "name=Porter&email=porter@club.example");
            assertThat(ada.post(page + "/contacts", "name=Twice&email=chair@club.example")
                            .body())
                    .contains("has this address already");
            assertThat(ada.post(page + "/contacts", "name=&email=nobody").body())
                    .contains("There are 2 things to correct");
            assertThat(ada.post(page + "/contacts", "name=X&email=x@y.example&gets=parcels")
                            .body())
                    .contains("A contact gets invoices, reminders, confirmations");
            assertThat(ada.get(page).body())
                    .contains("invoices to accounts@club.example")
                    .contains("reminders to accounts@club.example, chair@club.example")
                    .contains("confirmations to own@lakeside.example");
            world.berth(customer);
            world.bill(RunningApp.TODAY);
            ada.follow("/invoices/LW-2026-0001/send-again", "");
            world.payCash(customer, "832.74", new Policy.DueOrder());
        }
        assertThat(addresses(world, "invoice")).containsExactly("accounts@club.example");
        assertThat(addresses(world, "reminder")).containsExactly("accounts@club.example", "chair@club.example");
    }

    @Test
    void held_messages_can_go_once_a_contact_gets_invoices(World world, Contacts contacts) {
        Customer customer = world.customer("");
        world.berth(customer);
        world.bill(RunningApp.TODAY);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains("No e-mail address: 1 message waits");
            contacts.add(world.moorings, customer.id(), "Accounts", "accounts@club.example", List.of("invoices"));
            assertThat(ada.get("/day").body()).contains("There is an address now");
            ada.follow("/messages/held/" + customer.id() + "/send", "");
            assertThat(addresses(world, "invoice")).containsExactly("accounts@club.example");
            String id =
                    contacts.of(world.moorings, customer.id()).getFirst().id().toString();
            ada.follow("/customers/" + customer.id() + "/contacts/" + id + "/remove", "");
            assertThat(ada.get("/customers/" + customer.id()).body()).contains("invoices to nobody: held");
            assertThat(ada.get("/audit?q=accounts@club.example").body())
                    .contains("added a contact")
                    .contains("removed a contact");
        }
    }
}
