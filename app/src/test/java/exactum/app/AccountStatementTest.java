package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.customers.HowBilled;
import exactum.app.customers.Language;
import exactum.app.customers.Whose;
import exactum.app.documents.Document;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.FindMessages;
import exactum.app.messages.MessageKind;
import exactum.app.messages.SendMessages;
import exactum.core.settlement.Policy;
import java.nio.charset.StandardCharsets;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** A statement of account says what the books say, at any date; it is looked at, downloaded and sent. */
@ExtendWith(RunningApp.class)
class AccountStatementTest {
    private static String page(Visitor who, Customer customer, String query) {
        return who.get("/customers/" + customer.id() + "/account" + query)
                .body()
                .replace('\u00a0', ' ')
                .replaceAll("<[^>]*>", " ")
                .replaceAll("\\s+", " ");
    }

    @Test
    void it_runs_from_invoice_to_payment_and_ends_where_the_open_items_and_the_credit_do(World world) {
        Customer customer = world.payer();
        Document may = world.invoice(customer, "80", World.may(20));
        Document june = world.invoice(customer, "100");
        world.payCash(customer, "200", new Policy.DueOrder());
        Papers.credited(world, june);
        Document open = world.invoice(customer, "50");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(page(ada, customer, "?from=2026-05-01"))
                    .contains("20 May 2026 Invoice " + may.number() + " 80.00 80.00")
                    .contains("1 Jun 2026 Invoice " + june.number() + " 100.00 180.00")
                    .contains(" 200.00 −20.00")
                    .contains("Credit note")
                    .contains("€ −70.00")
                    .contains(open.number())
                    .contains("Credit on account: € 120.00");
            assertThat(page(ada, customer, "?from=2026-06-01"))
                    .contains("1 Jun 2026 Balance before 80.00")
                    .doesNotContain("20 May 2026 Invoice");
            assertThat(page(ada, customer, "?from=2026-05-01&until=2026-05-31"))
                    .contains("€ 80.00")
                    .contains(may.number())
                    .doesNotContain(june.number());
            assertThat(page(ada, customer, "?from=2026-07-01&until=2026-06-01"))
                    .contains("The first day is after the last");
        }
    }

    @Test
    void it_goes_once_a_day_as_it_stood_with_a_link_to_pay(
            World world,
            BillingRules rules,
            SendMessages send,
            FindMessages messages,
            PaymentLinks links,
            JavaMailSenderImpl mail)
            throws Exception {
        Customer customer = world.payer();
        rules.say(
                world.moorings,
                Whose.of(customer.id()),
                new HowBilled.Said(Language.GERMAN, null, null, null, null, null, 0));
        Document invoice = world.invoice(customer, "1234.5");
        String days = "from=2026-05-01&until=2026-06-01";
        try (var ada = new Visitor(world, "ada");
                var server = new StubbornServer(mail)) {
            String path = "/customers/" + customer.id() + "/account/send";
            assertThat(ada.follow(path, days)).contains("/account");
            assertThat(ada.post(path, days).body()).contains("went to them today already");
            send.sendAll();
            assertThat(server.taken())
                    .singleElement()
                    .satisfies(t -> assertThat(t.text().replace('\u00a0', ' '))
                            .contains("Kontoauszug vom 1. Juni 2026 von Larkwater Moorings")
                            .contains("Offen sind 1.234,50 €."));
        }
        var sent = messages.inState(world.moorings, null, exactum.app.database.Slice.first(1))
                .getFirst()
                .message();
        assertThat(sent.kind()).isEqualTo(MessageKind.STATEMENT);
        byte[] pdf = messages.file(world.moorings, sent.id(), 0).orElseThrow();
        assertThat(PdfRules.broken(pdf)).isEmpty();
        try (var paper = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(paper).replace('\u00a0', ' '))
                    .contains("Kontoauszug")
                    .contains("Rechnung " + invoice.number())
                    .contains("1.234,50 €")
                    .contains(links.address(world.link(invoice)) + "?all");
        }
        try (var otto = new Visitor(world, "otto")) {
            String read = "/customers/" + customer.id() + "/account";
            assertThat(otto.get(read).body()).doesNotContain("Send it");
            assertThat(otto.get(read + ".pdf").body().getBytes(StandardCharsets.ISO_8859_1))
                    .startsWith("%PDF".getBytes(StandardCharsets.US_ASCII));
            assertThat(otto.post(read + "/send", days).statusCode()).isEqualTo(403);
        }
    }
}
