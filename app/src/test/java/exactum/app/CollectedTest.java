package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.FindMessages;
import exactum.app.messages.MessageKind;
import java.io.IOException;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What we collect ourselves: its payer is asked for nothing, and it waits for us when it is due. */
@ExtendWith(RunningApp.class)
class CollectedTest {
    private static String pdf(World world, Document document) throws IOException {
        try (var read = Loader.loadPDF(world.bean(DocumentPdfs.class).of(world.moorings, document))) {
            return new PDFTextStripper().getText(read).replace('\u00a0', ' ');
        }
    }

    private static Document collected(World world, Customer customer) {
        return Papers.issued(world, Papers.typed("INVOICE", customer, "80") + "&paysBy=COLLECTED");
    }

    @Test
    void its_payer_is_asked_for_nothing_until_we_leave_it_to_them(World world, PaymentLinks links) throws IOException {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada");
                var payer = new Visitor(world, "nobody")) {
            assertThat(ada.post("/invoices/typed", Papers.typed("INVOICE", customer, "80") + "&paysBy=COLLECTED")
                            .body())
                    .contains("nothing to collect it over yet")
                    .doesNotContain("Nobody can pay this");
            Document invoice = collected(world, customer);
            String page = "~/pay/" + links.token(links.ofDocument(world.moorings, invoice.id()));
            assertThat(payer.get(page).body())
                    .contains("collects it when it is due")
                    .doesNotContain("class=\"pay\"")
                    .doesNotContain("id=\"transfer\"");
            assertThat(payer.post(page, payer.token(page), "shown=8000").body()).doesNotContain("/card/");
            assertThat(world.processor.opened()).isEmpty();
            assertThat(pdf(world, invoice)).contains("We collect it").contains("is due on");
            String its = "/invoices/" + invoice.number();
            for (int twice = 0; twice < 2; twice++) ada.follow(its + "/send-again", "");
            assertThat(world.bean(FindMessages.class).ofDocument(world.moorings, invoice.id()))
                    .extracting(m -> m.message().kind())
                    .containsExactly(MessageKind.INVOICE);
            assertThat(ada.get(its).body()).contains("Ask the payer to pay");
            for (int twice = 0; twice < 2; twice++) ada.follow(its + "/ask-payer", "");
            assertThat(ada.get(its).body()).doesNotContain("Ask the payer to pay");
            assertThat(payer.get(page).body()).contains("class=\"pay\"").contains("80.00");
            assertThat(ada.get("/audit?q=collect").body())
                    .containsOnlyOnce("asked the payer to pay what we were to collect");
        }
    }

    @Test
    void when_it_is_due_it_waits_on_the_day_sheet_and_is_not_called_overdue(World world) {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/customers/" + customer.id() + "/billed", "revision=0&paysBy=collected");
            Document invoice = Papers.issued(
                    world, Papers.typed("INVOICE", customer, "80") + "&date=" + RunningApp.TODAY.minusDays(90));
            assertThat(ada.get("/day").body())
                    .contains(invoice.number() + " is due, and we collect it")
                    .doesNotContain("overdue, ")
                    .doesNotContain(invoice.number() + " is 6");
            ada.follow("/invoices/" + invoice.number() + "/promise", "day=" + RunningApp.TODAY.plusDays(3));
            assertThat(ada.get("/day").body()).doesNotContain("is due, and we collect it");
            ada.follow("/customers/" + customer.id() + "/billed", "revision=1&paysBy=either");
            assertThat(ada.get("/customers/" + customer.id()).body()).contains("as the layout offers");
        }
    }
}
