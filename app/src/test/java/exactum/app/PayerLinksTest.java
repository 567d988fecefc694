package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.customers.HowBilled;
import exactum.app.customers.Language;
import exactum.app.customers.Whose;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.Decisions;
import exactum.app.documents.Document;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.FindMessages;
import exactum.app.messages.SendMessages;
import exactum.app.settlement.FindPayments;
import java.net.http.HttpResponse;
import java.util.Currency;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** Links: for an amount without an invoice, old ones, ended ones, and what a payer may say and see by them. */
@ExtendWith(RunningApp.class)
class PayerLinksTest {
    private static final Pattern CODE = Pattern.compile("code is (\\d{6})");

    private static String path(World world, PaymentLink link) {
        return "~/pay/" + world.bean(PaymentLinks.class).token(link);
    }

    private static HttpResponse<String> press(Visitor payer, String page, String to, String form) {
        return payer.post(to, payer.token(page), form);
    }

    private static PaymentLink key(World world, Customer customer, String amount, String tell) {
        var ask = new PaymentLink.Ask(
                Currency.getInstance("EUR"),
                amount == null ? null : euro(amount),
                "Key for the washroom",
                amount != null);
        return world.bean(PaymentLinks.class).ofAmount(world.moorings, customer.id(), ask, tell);
    }

    private static void age(World world, PaymentLink link, String day) {
        world.asOwner("update payment_link set made_on = date '%s' where id = '%s'".formatted(day, link.id()));
    }

    @Test
    void a_link_for_one_payment_is_paid_once_stays_on_account_and_whoever_sent_it_is_told(
            World world, FindPayments payments, SendMessages send, JavaMailSenderImpl mail) throws Exception {
        Customer customer = world.payer();
        PaymentLink link = key(world, customer, "45.00", "office@larkwater.example");
        String path = path(world, link);
        try (var payer = new Visitor(world, "nobody");
                var server = new MailServer(mail)) {
            assertThat(payer.get(path).body()).contains("Key for the washroom").contains("Pay €\u00a045.00");
            press(payer, path, path, "shown=4500");
            CardProcessor.Page page = world.processor.opened().getLast();
            assertThat(page.amount).isEqualTo("45.00");
            world.desk.sale("sa_key", page.reference, "45.00", "1.33");
            assertThat(payer.get(path).statusCode()).isEqualTo(410);
            assertThat(payer.get(path).body()).contains("It was for one payment, and that has come");
            send.sendAll();
            assertThat(server.taken()).anySatisfy(m -> {
                assertThat(m.getSubject()).isEqualTo("Paid: Key for the washroom from " + customer.name());
                assertThat(m.getAllRecipients()[0]).hasToString("office@larkwater.example");
            });
        }
        assertThat(payments.creditOf(world.moorings, customer.id()))
                .singleElement()
                .satisfies(c -> assertThat(c.left()).isEqualTo(euro("45.00")));
    }

    @Test
    void where_the_link_names_no_amount_the_payer_does_as_often_as_they_like(World world) {
        PaymentLink link = key(world, world.payer(), null, "");
        String path = path(world, link);
        try (var payer = new Visitor(world, "nobody")) {
            for (String amount : List.of("20.00", "12,50")) {
                assertThat(press(payer, path, path, "shown=0&amount=" + amount).body())
                        .contains("is chosen. Please press once more");
                String shown = amount.replaceAll("\\D", "");
                assertThat(press(payer, path, path, "shown=%s&amount=%s".formatted(shown, amount))
                                .statusCode())
                        .isEqualTo(302);
                CardProcessor.Page page = world.processor.opened().getLast();
                world.desk.sale("sa_" + shown, page.reference, page.amount, "0.50");
            }
        }
        assertThat(world.balance("2100")).isEqualTo(euro("-32.50"));
    }

    @Test
    void a_link_is_made_and_withdrawn_on_the_customers_page(World world, PaymentLinks links) {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada");
                var payer = new Visitor(world, "nobody")) {
            String page = "/customers/" + customer.id();
            assertThat(ada.page(page + "/links", "purpose=&amount=-1&tell=nobody"))
                    .contains("The purpose is missing")
                    .contains("above zero")
                    .contains("not an e-mail address");
            ada.follow(page + "/links", "purpose=Guest+berth&amount=30&once=on&tell=");
            PaymentLink link = links.ofCustomer(world.moorings, customer.id()).getFirst();
            assertThat(ada.get(page).body()).contains(links.address(link));
            assertThat(payer.get(path(world, link)).body()).contains("Guest berth");
            for (int twice = 0; twice < 2; twice++) ada.post(page + "/links/" + link.id() + "/withdraw", "");
            assertThat(payer.get(path(world, link)).statusCode()).isEqualTo(410);
            String other = "/customers/" + world.payer().id() + "/links/" + link.id() + "/withdraw";
            assertThat(ada.post(other, "").statusCode()).isEqualTo(404);
        }
    }

    @Test
    void an_old_link_shows_its_document_but_history_only_after_the_code_that_went_to_the_customer(
            World world, SendMessages send, JavaMailSenderImpl mail) throws Exception {
        Document invoice = world.invoice(world.payer(), "50.00");
        PaymentLink link = world.link(invoice);
        String path = path(world, link);
        try (var payer = new Visitor(world, "nobody");
                var stranger = new Visitor(world, "nobody");
                var server = new MailServer(mail)) {
            assertThat(payer.get(path + "/history").body()).contains(invoice.number());
            age(world, link, "2026-05-01");
            assertThat(payer.get(path).body()).contains(invoice.number());
            for (String more : List.of("/history", "/address"))
                assertThat(payer.get(path + more).headers().firstValue("location"))
                        .hasValueSatisfying(l -> assertThat(l).endsWith("/code"));
            assertThat(payer.get(path + "/documents/" + invoice.number()).statusCode())
                    .isEqualTo(404);
            assertThat(payer.get(path + "/code").body())
                    .contains("@lakeside.example")
                    .doesNotContain("payer1@");
            press(payer, path + "/code", path + "/code/send", "");
            send.sendAll();
            Matcher code = CODE.matcher(server.texts());
            assertThat(code.find()).isTrue();
            String wrong = code.group(1).equals("000000") ? "000001" : "000000";
            assertThat(press(payer, path + "/code", path + "/code", "code=" + wrong)
                            .body())
                    .contains("This is not the code");
            assertThat(press(payer, path + "/code", path + "/code", "code=" + code.group(1))
                            .headers()
                            .firstValue("location"))
                    .hasValueSatisfying(l -> assertThat(l).endsWith("/history"));
            assertThat(payer.get(path + "/history").body()).contains(invoice.number());
            assertThat(stranger.get(path + "/history").statusCode()).isEqualTo(302);
            for (int tries = 0; tries < 4; tries++) press(stranger, path + "/code", path + "/code", "code=" + wrong);
            assertThat(press(stranger, path + "/code", path + "/code", "code=" + code.group(1))
                            .body())
                    .contains("This is not the code");
        }
    }

    @Test
    void five_codes_a_day_are_enough(World world) {
        PaymentLink link = world.link(world.invoice(world.payer(), "50.00"));
        age(world, link, "2026-05-01");
        String path = path(world, link);
        try (var payer = new Visitor(world, "nobody")) {
            for (int i = 0; i < 5; i++)
                assertThat(press(payer, path + "/code", path + "/code/send", "").body())
                        .contains("A code is on its way");
            assertThat(press(payer, path + "/code", path + "/code/send", "").body())
                    .contains("Five codes were asked for today");
        }
    }

    @Test
    void a_payment_of_somebody_else_is_not_confirmed_by_a_link(World world, FindPayments payments) {
        Document own = world.invoice(world.payer(), "50.00");
        Document foreign = world.invoice(world.payer(), "70.00");
        world.desk.sale("sa_f", world.desk.cardPage(foreign).reference, "70.00", "1.93");
        var payment = payments.ofDocument(world.moorings, foreign.id()).getFirst();
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(path(world, world.link(own)) + "/payments/" + payment.id())
                            .statusCode())
                    .isEqualTo(404);
            assertThat(payer.get(path(world, world.link(own)) + "/documents/" + foreign.number())
                            .statusCode())
                    .isEqualTo(404);
        }
    }

    @Test
    void a_link_that_ended_is_renewed_by_mail_to_the_address_that_we_have_and_to_no_other(
            World world, FindMessages messages, PaymentLinks links) {
        Document invoice = world.invoice(world.payer(), "50.00");
        PaymentLink link = world.link(invoice);
        world.asOwner("update payment_link set expires_on = date '2026-05-31' where id = '%s'".formatted(link.id()));
        String path = path(world, link);
        try (var payer = new Visitor(world, "nobody")) {
            for (int twice = 0; twice < 2; twice++)
                assertThat(press(payer, path, path + "/renew", "").body())
                        .contains("A new link is on its way to p•••@lakeside.example")
                        .doesNotContain(links.token(world.link(invoice)));
            assertThat(messages.ofDocument(world.moorings, invoice.id()))
                    .filteredOn(m -> m.message().kind().words().equals("payment link"))
                    .hasSize(1);
            links.withdraw(world.moorings, world.link(invoice).id());
            assertThat(payer.get(path).body()).doesNotContain("Send me a new link");
        }
    }

    @Test
    void a_corrected_address_waits_for_a_person_and_counts_for_what_comes(World world, Decisions decisions) {
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "50.00");
        String path = path(world, world.link(invoice));
        String typed = "name=Écluse+Neuve&address=Mole+7&country=DE";
        try (var payer = new Visitor(world, "nobody");
                var ada = new Visitor(world, "ada")) {
            String same = "name=%s&address=Quay+1&country=IE"
                    .formatted(customer.name().replace(" ", "+"));
            assertThat(press(payer, path + "/address", path + "/address", same).body())
                    .contains("This is what we have already");
            assertThat(press(payer, path + "/address", path + "/address", "name=&address=&country=XX")
                            .body())
                    .contains("The name is missing. Nothing was saved. The address is missing.");
            for (int twice = 0; twice < 2; twice++)
                assertThat(press(payer, path + "/address", path + "/address", typed)
                                .body())
                        .contains("Thank you. We look at it");
            List<Decision> asked = decisions
                    .sheet(world.moorings, "ada")
                    .shown()
                    .filter(d -> d.words().contains("corrects their address"))
                    .toList();
            assertThat(asked).hasSize(1);
            String page = asked.getFirst().href();
            assertThat(ada.get(page).body()).contains("Mole 7").contains("Quay 1");
            for (int twice = 0; twice < 2; twice++) ada.post(page + "/take-over", "");
            Customer after = world.customers().get(world.moorings, customer.id());
            assertThat(after.name()).isEqualTo("Écluse Neuve");
            assertThat(after.address()).isEqualTo("Mole 7");
            assertThat(after.email()).isEqualTo(customer.email());
            assertThat(world.documents()
                            .get(world.moorings, invoice.id())
                            .buyer()
                            .address())
                    .isEqualTo("Quay 1");
        }
    }

    @Test
    void the_page_speaks_the_payers_language_and_may_be_turned_to_the_other(World world, BillingRules rules) {
        Customer customer = world.payer();
        rules.say(
                world.moorings,
                Whose.of(customer.id()),
                new HowBilled.Said(Language.GERMAN, null, null, null, null, null, 0));
        Document invoice = world.invoice(customer, "1234.50");
        String path = path(world, world.link(invoice));
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(path).body())
                    .contains("lang=\"de\"")
                    .contains("Rechnung " + invoice.number())
                    .contains("1.234,50\u00a0€ bezahlen")
                    .doesNotContain("Pay ");
            assertThat(payer.get(path + "?language=en").body()).contains("Pay €\u00a01,234.50");
            assertThat(payer.get(path + "/history").body()).contains("Payments and documents");
            assertThat(payer.get(path + "?language=de").body()).contains("Bezahlen");
            assertThat(press(payer, path, path, "shown=1").body()).contains("Offen sind jetzt 1.234,50");
        }
    }

    @Test
    void what_is_refused_is_said_in_the_language_of_the_page_which_each_page_lets_one_change(World world) {
        Document invoice = world.invoice();
        String path = path(world, world.link(invoice));
        String address = path + "/address";
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(address).body()).contains(address.substring(1) + "?language=de");
            assertThat(payer.get(address + "?language=de").body())
                    .contains("lang=\"de\"")
                    .contains(address.substring(1) + "?language=en");
            assertThat(press(payer, address, address, "name=&address=Mole+7&country=Irland")
                            .body())
                    .contains("Eine Angabe fehlt: Name.")
                    .contains("Das Land ist kein Code aus zwei Buchstaben")
                    .doesNotContain("Nothing");
            assertThat(press(payer, address, address, "name=Quay&address=4111+1111+1111+1111&country=IE")
                            .body())
                    .contains("lang=\"de\"")
                    .contains("Das ging nicht")
                    .contains("Hier steht eine Kartennummer: Anschrift. Sie wurde nicht gespeichert.")
                    .doesNotContain("Nothing");
            assertThat(payer.get("~/pay/nobody-has-this/methods/1/none").body())
                    .contains("Unter dieser Adresse gibt es nichts.");
            assertThat(press(payer, address + "?language=en", address, "name=&address=Mole+7&country=IE")
                            .body())
                    .contains("The name is missing. Nothing was saved.");
        }
    }

    @Test
    void the_number_of_a_card_is_refused_in_any_field_of_ours_and_kept_nowhere(World world, DSLContext db) {
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "50.00");
        String path = path(world, world.link(invoice));
        String number = "4111111111111111";
        try (var payer = new Visitor(world, "nobody");
                var ada = new Visitor(world, "ada")) {
            assertThat(press(
                                    payer,
                                    path + "/address",
                                    path + "/address",
                                    "name=%s&address=Mole+7&country=IE".formatted(number))
                            .body())
                    .contains("holds the number of a payment card")
                    .doesNotContain(number);
            assertThat(press(payer, path, path, "shown=5000&amount=4111+1111+1111+1111")
                            .body())
                    .contains("holds the number of a payment card");
            assertThat(ada.page("/customers/" + customer.id() + "/links", "purpose=card+" + number + "&amount=1"))
                    .contains("holds the number of a payment card");
            assertThat(ada.get("/customers?words=" + number).body()).doesNotContain("Visa");
        }
        for (String table : List.of("address_wish", "payment_link", "audit_record", "message", "processor_event"))
            assertThat(db.fetch("select * from " + table).format(10_000)).doesNotContain(number);
    }
}
