package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.customers.Customer;
import exactum.app.customers.CustomerDraft;
import exactum.app.customers.Groups;
import exactum.app.customers.SaveCustomer;
import exactum.app.database.Slice;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.documents.FindDocuments;
import exactum.app.links.PaymentLinks;
import exactum.app.messages.FindMessages;
import exactum.app.messages.Letter;
import exactum.app.messages.LetterWriter;
import exactum.app.messages.Message;
import exactum.app.messages.MessageKind;
import exactum.app.messages.MessageState;
import exactum.app.settlement.Channel;
import exactum.app.settlement.NewPayment;
import exactum.app.settlement.RecordPayment;
import exactum.app.setup.FindSetup;
import exactum.app.setup.SetUp;
import exactum.core.settlement.Policy;
import exactum.core.terms.DueRule;
import exactum.core.terms.Terms;
import java.io.IOException;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** How a customer is billed: what their page, their group and everybody's say, and what it does to what is issued. */
@ExtendWith(RunningApp.class)
class HowBilledTest {
    private static String terms(World world, String name) {
        return world.bean(SetUp.class)
                .addTerms(world.moorings, name, Terms.single(new DueRule(0, 14, false)), "Due in 14 days.", false)
                .toString();
    }

    private static String billed(Customer customer) {
        return "/customers/" + customer.id() + "/billed";
    }

    private static String text(World world, Document document) throws IOException {
        byte[] pdf = world.bean(DocumentPdfs.class).of(world.moorings, document);
        try (var read = Loader.loadPDF(pdf)) {
            return new PDFTextStripper().getText(read).replace('\u00a0', ' ');
        }
    }

    private static Document document(World world) {
        return world.bean(FindDocuments.class)
                .findByNumber(world.moorings, "LW-2026-0001")
                .orElseThrow();
    }

    private static Letter letter(World world, FindMessages messages, MessageKind kind) {
        Message message = messages.inState(world.moorings, null, Slice.first(10)).stream()
                .map(FindMessages.Listed::message)
                .filter(m -> m.kind() == kind)
                .findFirst()
                .orElseThrow();
        return world.all(LetterWriter.class).stream()
                .filter(w -> w.kinds().contains(kind))
                .findFirst()
                .orElseThrow()
                .write(message);
    }

    @Test
    void each_point_comes_from_the_nearest_and_says_what_it_overrides(World world, Groups groups) {
        Customer customer = world.payer();
        UUID clubs = groups.add(world.moorings, "Clubs");
        groups.put(world.moorings, customer.id(), clubs);
        String fourteen = terms(world, "a fortnight");
        String page = "/customers/" + customer.id();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get(page).body()).contains("as for everybody");
            ada.follow("/customers/groups/" + clubs + "/billed", "revision=0&terms=" + fourteen + "&delivery=link");
            assertThat(ada.get(page).body()).contains("as for Clubs").contains("usual: a fortnight");
            assertThat(ada.get("/customers?group=" + clubs).body()).contains(customer.name());
            assertThat(ada.get("/customers?q=nobody&group=" + clubs).body()).doesNotContain(customer.name());
            assertThat(ada.get("/customers?group=clubs").statusCode()).isEqualTo(422);
            ada.follow(billed(customer), "revision=0&delivery=paper&language=de");
            assertThat(ada.get(page).body())
                    .contains("their own, instead of e-mail with link as for Clubs")
                    .contains("their own, instead of English as for everybody");
            String paper = ada.post("/invoices/typed", "customer=" + customer.id() + "&termsOf=")
                    .body();
            assertThat(paper).contains("(as for their group)").contains("Written in German");
            ada.follow("/customers/everybody/billed", "revision=0&paysBy=transfer");
            assertThat(ada.get(page).body()).contains("usual: transfer");
            assertThat(ada.get("/audit?q=billed").body())
                    .contains("a fortnight")
                    .contains("paper, by post");
        }
    }

    @Test
    void a_customer_who_is_chosen_brings_their_terms_and_chosen_terms_stay(World world) {
        Customer customer = world.payer();
        String fourteen = terms(world, "a fortnight");
        String usual =
                world.bean(FindSetup.class).chosenTerms(world.moorings).id().toString();
        try (var ada = new Visitor(world, "ada")) {
            ada.follow(billed(customer), "revision=0&terms=" + fourteen);
            for (String path : new String[] {"/invoices/typed", "/recurring/typed"}) {
                String chosen = ada.post(path, "customer=" + customer.id() + "&termsOf=&terms=" + usual)
                        .body();
                assertThat(chosen).as(path).contains("as agreed with this customer");
                String stays = ada.post(path, "customer=%1$s&termsOf=%1$s&terms=%2$s".formatted(customer.id(), usual))
                        .body();
                assertThat(stays).as(path).contains("instead of a fortnight");
            }
        }
    }

    @Test
    void reverse_charge_needs_a_tax_number_takes_no_tax_and_says_why(World world) throws IOException {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post(billed(customer), "revision=0&treatment=exempt").body())
                    .contains("give the reason that is printed");
            ada.follow(billed(customer), "revision=0&treatment=reverse+charge");
            assertThat(ada.get("/customers/" + customer.id()).body()).contains("needs their tax number");
            String typed = "customer=" + customer.id() + "&text0=Lift&price0=100";
            assertThat(ada.post("/drafts/issue", typed).body()).contains("which needs their tax number");
            world.bean(SaveCustomer.class)
                    .change(
                            world.moorings,
                            customer.id(),
                            customer.revision(),
                            new CustomerDraft(
                                    customer.code(),
                                    customer.name(),
                                    "organisation",
                                    customer.email(),
                                    customer.address(),
                                    "Boat shed 4\nFarside",
                                    "DE",
                                    "EUR",
                                    "DE123456789"));
            assertThat(ada.follow("/drafts/issue", typed)).isEqualTo("/invoices/LW-2026-0001");
        }
        Document invoice = document(world);
        assertThat(invoice.gross()).isEqualTo(World.euro("100.00"));
        assertThat(invoice.taxes().getFirst().rate().category().code()).isEqualTo("AE");
        assertThat(text(world, invoice))
                .contains("Reverse charge: the customer accounts for the tax")
                .contains("Served at: Boat shed 4, Farside")
                .contains("DE123456789");
        assertThat(world.balance("2000")).isEqualTo(World.euro("0.00"));
    }

    @Test
    void a_german_customer_gets_german_papers_and_letters(World world, FindMessages messages) throws IOException {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            ada.follow(
                    billed(customer),
                    "revision=0&language=de&delivery=link&treatment=exempt&treatmentReason=Steuerfrei");
            ada.follow("/drafts/issue", "send=true&customer=" + customer.id() + "&text0=Kran&price0=1250.50");
        }
        Document invoice = document(world);
        assertThat(text(world, invoice))
                .contains("Rechnung LW-2026-0001")
                .contains("1.250,50 €")
                .contains("Steuerfrei")
                .contains("Per Überweisung an");
        world.bean(RecordPayment.class)
                .record(
                        world.moorings,
                        new RecordPayment.ByHand(
                                customer.id(),
                                RunningApp.TODAY,
                                Channel.CASH,
                                World.euro("1250.50"),
                                World.euro("0.00"),
                                null,
                                NewPayment.Said.NOTHING,
                                new Policy.DueOrder(),
                                true));
        Letter brought = letter(world, messages, MessageKind.INVOICE);
        assertThat(brought.subjectLine()).startsWith("Rechnung LW-2026-0001 von");
        assertThat(brought.attachments()).isEmpty();
        assertThat(letter(world, messages, MessageKind.CONFIRMATION).body())
                .contains("sind 1.250,50\u00a0€ bei uns eingegangen")
                .contains("vollständig bezahlt");
    }

    /** The rules of EN 16931 themselves are looked at where it is written, in the module of formats. */
    @Test
    void an_e_invoice_goes_beside_the_pdf_and_needs_our_tax_number(World world, FindMessages messages) {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            ada.follow(billed(customer), "revision=0&delivery=e-invoice&language=de");
            String typed = "customer=" + customer.id() + "&text0=Kran&price0=100&text1=Nur+Worte";
            assertThat(ada.post("/invoices/typed", typed).body()).contains("e-invoice, PDF and link to");
            ada.follow("/drafts/issue", "send=true&" + typed);
            assertThat(ada.get("/invoices/LW-2026-0001").body()).contains("E-invoice");
            var answer = ada.get("/invoices/LW-2026-0001/e-invoice");
            assertThat(answer.headers().firstValue("content-disposition"))
                    .hasValue("attachment; filename=\"LW-2026-0001.xml\"");
            assertThat(answer.body())
                    .contains("urn:cen.eu:en16931:2017")
                    .contains("<cbc:Note>Nur Worte</cbc:Note>")
                    .contains("<cbc:PayableAmount currencyID=\"EUR\">123.00</cbc:PayableAmount>")
                    .contains(world.iban.value());
            assertThat(letter(world, messages, MessageKind.INVOICE).attachments())
                    .extracting(Letter.Attachment::name)
                    .containsExactly("LW-2026-0001.pdf", "LW-2026-0001.xml");
            world.asOwner("update business set tax_number = '' where id = " + world.moorings);
            assertThat(ada.post("/drafts/issue", typed).body()).contains("An e-invoice carries our tax number");
        }
    }

    @Test
    void what_goes_on_paper_waits_until_somebody_has_posted_it(World world, FindMessages messages) {
        Customer customer = world.customer("");
        try (var ada = new Visitor(world, "ada");
                var otto = new Visitor(world, "otto")) {
            assertThat(ada.get("/customers/" + customer.id()).body()).contains("No e-mail address");
            ada.follow(billed(customer), "revision=0&delivery=paper");
            assertThat(ada.get("/customers/" + customer.id()).body()).doesNotContain("No e-mail address");
            ada.follow("/drafts/issue", "send=true&customer=" + customer.id() + "&text0=Lift&price0=100");
            assertThat(ada.get("/day").body()).contains("LW-2026-0001 goes on paper");
            var waiting = messages.ofDocument(world.moorings, document(world).id())
                    .getFirst()
                    .message();
            assertThat(waiting.state()).isEqualTo(MessageState.TO_POST);
            String page = "/messages/" + waiting.id();
            assertThat(otto.post(page + "/posted", "").statusCode()).isEqualTo(403);
            for (int twice = 0; twice < 2; twice++) ada.follow(page + "/posted", "");
            assertThat(ada.get(page).body()).contains("Printed and posted.");
            assertThat(ada.get("/day").body()).doesNotContain("goes on paper");
            assertThat(ada.get("/audit?q=posted").body().split("posted on paper"))
                    .hasSize(2);
            assertThat(ada.post("/invoices/LW-2026-0001/void", "").body()).doesNotContain("is void");
        }
    }

    @Test
    void a_layout_offers_channels_and_a_paper_keeps_those_it_was_issued_with(World world) throws IOException {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post("/setup/layouts", "name=None").body()).contains("has to name a way to pay");
            ada.follow("/setup/layouts", "name=Transfers&byTransfer=on");
            assertThat(ada.post("/setup/layouts", "name=Transfers&byCard=on").body())
                    .contains("There is a layout “Transfers” already");
            String layout = world.bean(FindSetup.class).layouts(world.moorings).stream()
                    .filter(l -> l.name().equals("Transfers"))
                    .findFirst()
                    .orElseThrow()
                    .id()
                    .toString();
            Document before = world.invoice(customer, "96.00");
            ada.follow(billed(customer), "revision=0&layout=" + layout);
            Document after = world.invoice(customer, "96.00");
            assertThat(text(world, before)).contains("By card").contains("IBAN");
            String pay = "~/pay/" + world.bean(PaymentLinks.class).token(world.link(after));
            assertThat(ada.get(pay).body()).contains("Pay by transfer").contains(world.iban.printed());
            String other = "~/pay/" + world.bean(PaymentLinks.class).token(world.link(before));
            assertThat(ada.post(pay, ada.token(other), "shown=9600").body()).contains("Pay by transfer");
            assertThat(text(world, after)).doesNotContain("By card").contains("IBAN " + world.iban.printed());
            ada.follow("/setup/layouts/" + layout, "name=Cards&byCard=on");
            ada.follow("/setup/layouts/" + layout + "/choose", "");
            assertThat(text(world, world.invoice(customer, "96.00")))
                    .contains("By card")
                    .doesNotContain("IBAN");
            assertThat(ada.get("/setup/layouts").body()).contains("Cards");
        }
    }

    @Test
    void of_two_who_say_otherwise_at_once_one_is_told_what_the_other_said(World world) throws Exception {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada");
                var pool = Executors.newFixedThreadPool(2)) {
            String token = ada.token("/day");
            var answers = pool.invokeAll(Stream.of("link", "paper")
                    .map(d -> (Callable<String>) () -> {
                        var answer = ada.post(billed(customer), token, "revision=0&delivery=" + d);
                        return answer.statusCode() + answer.body();
                    })
                    .toList());
            String both = answers.get(0).get() + answers.get(1).get();
            assertThat(both)
                    .contains("302")
                    .contains("422")
                    .contains("changed how")
                    .contains("Yours was not saved");
            assertThat(ada.post(billed(customer), "revision=1&language=fr&delivery=smoke")
                            .body())
                    .contains("There are 2 things to correct");
        }
    }
}
