package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.arrears.Arrears;
import exactum.app.attachments.Attachments;
import exactum.app.attachments.GoesWith;
import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.documents.IssueDocuments;
import exactum.app.documents.Standing;
import exactum.app.links.PaymentLinks;
import exactum.core.document.DocumentKind;
import exactum.core.ids.DocumentId;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Cash sales, files, discounts on lines, previews, disputes, promises, write-offs, deposits. */
@ExtendWith(RunningApp.class)
class KindsOfPaperTest {
    private static Standing standing(World world, Document document) {
        return world.documents().standing(world.moorings, document.id(), RunningApp.TODAY);
    }

    @Test
    void a_cash_sale_is_paid_as_it_is_made_and_waits_for_the_bank(World world) {
        Document sale = Papers.issued(
                world, Papers.typed("CASH_SALE", world.payer(), "640") + "&paidBy=CHEQUE&paidReference=no+4711");
        assertThat(sale.number()).startsWith("CS-");
        assertThat(standing(world, sale)).isEqualTo(Standing.NOT_AT_BANK);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/payments").body()).contains("cheque").contains("640.00");
            assertThat(ada.post("/drafts/issue", Papers.typed("CASH_SALE", world.payer(), "10") + "&date=%2B1")
                            .body())
                    .contains("paid as it is made");
        }
    }

    @Test
    void lines_and_the_whole_have_discounts_and_surcharges(World world) {
        Customer customer = world.payer();
        Document invoice = Papers.issued(
                world,
                "customer=" + customer.id() + "&text0=Berth&qty0=1&price0=200&tax0=zero&less0="
                        + Papers.in("10 % Regular; +5 Late hour") + "&adjust=" + Papers.in("−15 Goodwill")
                        + "&footer=Thanks");
        assertThat(invoice.gross()).isEqualTo(euro("170.00"));
        assertThat(invoice.lines().getFirst().line().adjustments()).hasSize(2);
        assertThat(invoice.texts().footer()).isEqualTo("Thanks");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.post(
                                    "/invoices/typed",
                                    "customer=" + customer.id() + "&text0=Berth&price0=200&less0="
                                            + Papers.in("120 % Gift"))
                            .body())
                    .contains("discount of more than 100 %");
            assertThat(ada.get("/invoices/new?like=" + invoice.number()).body())
                    .contains("10 % Regular; +5.00 Late hour")
                    .contains("15.00 Goodwill");
        }
    }

    @Test
    void what_the_payer_gets_opens_as_it_will_be(World world) {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            for (String kind : new String[] {"INVOICE", "QUOTE", "CASH_SALE", "CREDIT_NOTE"}) {
                assertThat(ada.post("/invoices/typed", Papers.typed(kind, customer, "77"))
                                .statusCode())
                        .isEqualTo(200);
                String form = Papers.in("new " + kind.toLowerCase().replace('_', ' '));
                assertThat(ada.get("/drafts/preview/message?form=" + form).body())
                        .contains(customer.name())
                        .contains("77.00");
                assertThat(ada.get("/drafts/preview/pdf?form=" + form).statusCode())
                        .isEqualTo(200);
                assertThat(ada.get("/drafts/preview/page?form=" + form).body()).contains("a draft");
            }
        }
    }

    @Test
    void a_test_copy_goes_to_nobody_else(World world) {
        Customer customer = world.payer();
        try (var ada = new Visitor(world, "ada")) {
            String draft = ada.follow("/drafts/test-copy", Papers.typed("INVOICE", customer, "77"));
            assertThat(draft).startsWith("/drafts/");
            assertThat(ada.get("/messages").body()).contains("est copy");
        }
    }

    @Test
    void a_new_paper_that_is_started_over_takes_its_files_with_it(World world, Attachments attachments) {
        try (var ada = new Visitor(world, "ada")) {
            DocumentId paper = key(ada.get("/invoices/new").body());
            attachments.add(world.moorings, GoesWith.document(paper), "plan.pdf", new byte[] {'%', 'P', 'D', 'F', '-'});
            assertThat(ada.get("/invoices/new").body()).contains("plan.pdf");
            String over = ada.get("/invoices/new?over=true").body();
            assertThat(over).doesNotContain("plan.pdf");
            assertThat(key(over)).isNotEqualTo(paper);
            assertThat(attachments.of(world.moorings, GoesWith.document(paper))).isEmpty();
            DocumentId saved = key(over);
            attachments.add(world.moorings, GoesWith.document(saved), "plan.pdf", new byte[] {'%', 'P', 'D', 'F', '-'});
            ada.follow("/drafts", Papers.typed("INVOICE", world.payer(), "20") + "&key=" + saved);
            ada.get("/invoices/new?over=true");
            assertThat(attachments.of(world.moorings, GoesWith.document(saved))).hasSize(1);
        }
    }

    private static DocumentId key(String page) {
        return DocumentId.valueOf(page.replaceFirst("(?s).*name=\"key\" value=\"([0-9a-f-]+)\".*", "$1"));
    }

    @Test
    void files_that_hide_what_they_are_are_not_taken(World world, Attachments attachments) {
        DocumentId draft = IssueDocuments.newId();
        byte[] pdf = "%PDF-1.7 plan".getBytes(StandardCharsets.US_ASCII);
        attachments.add(world.moorings, GoesWith.document(draft), "C:\\plans\\berth 12.pdf", pdf);
        assertThat(attachments.of(world.moorings, GoesWith.document(draft)))
                .extracting(Attachments.Attached::name)
                .containsExactly("berth 12.pdf");
        assertThat(attachments.of(world.north, GoesWith.document(draft))).isEmpty();
        for (String[] bad : new String[][] {
            {"plan.exe.pdf", "two endings"},
            {"plan.exe", "a kind that is not sent"},
            {"plan", "a kind that is not sent"},
            {"berth 12.pdf", "goes with it already"},
            {"plan.png", "not what its name says"},
            {" ", "no name"}
        })
            assertThatThrownBy(() -> attachments.add(world.moorings, GoesWith.document(draft), bad[0], pdf))
                    .as(bad[0])
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining(bad[1]);
        assertThatThrownBy(() -> attachments.add(
                        world.moorings, GoesWith.document(draft), "big.pdf", new byte[30 * 1024 * 1024]))
                .hasMessageContaining("larger than 8 MB");
        assertThatThrownBy(() -> attachments.add(world.moorings, GoesWith.document(draft), "empty.pdf", new byte[0]))
                .hasMessageContaining("is empty");
        assertThat(attachments.of(world.moorings, GoesWith.document(draft))).hasSize(1);
    }

    @Test
    void who_disputes_or_promised_is_not_reminded(World world, Arrears arrears) {
        Document late = world.invoice(world.payer(), "100.00", RunningApp.TODAY.minusDays(60));
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/day").body()).contains(late.number() + " is ");
            ada.follow("/invoices/" + late.number() + "/dispute", "amount=40&cause=never+moored");
            assertThat(ada.get("/day").body())
                    .contains(late.number() + " is disputed: never moored")
                    .doesNotContain("days overdue");
            assertThat(ada.post("/invoices/" + late.number() + "/dispute", "cause=again")
                            .body())
                    .contains("disputed already");
            ada.follow("/invoices/" + late.number() + "/dispute/end", "outcome=they+agree");
            ada.follow("/invoices/" + late.number() + "/promise", "day=%2B7");
            assertThat(ada.get("/day").body()).doesNotContain("days overdue");
            assertThat(ada.post("/invoices/" + late.number() + "/promise", "day=1+May+2026")
                            .body())
                    .contains("for a day to come");
            ada.follow("/invoices/" + late.number() + "/promise/end", "");
            assertThat(ada.get("/day").body()).contains("days overdue");
        }
    }

    @Test
    void a_write_off_waits_for_a_second_person_where_a_rule_says_so(World world) {
        Customer customer = world.payer();
        Document late = world.invoice(customer, "100.00", RunningApp.TODAY.minusDays(60));
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/approvals/rules", "kind=WRITE_OFF&above=50");
            ada.follow("/invoices/" + late.number() + "/write-off", "cause=moved+away");
            assertThat(standing(world, late)).isEqualTo(Standing.OVERDUE);
            assertThat(ada.get("/invoices/" + late.number()).body()).contains("waits for a second person");
            ada.follow("/approvals/rules", "kind=WRITE_OFF&above=");
            ada.follow("/invoices/" + late.number() + "/write-off", "cause=moved+away");
            assertThat(standing(world, late)).isEqualTo(Standing.PAID);
        }
        world.payCash(customer, "100.00", new Policy.OfDocument(late.id()));
        assertThat(standing(world, late)).isEqualTo(Standing.NOT_AT_BANK);
    }

    @Test
    void who_waits_for_it_is_told_when_it_is_paid_in_full(World world) {
        Customer customer = world.payer();
        Document invoice = world.invoice(customer, "100.00");
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/invoices/" + invoice.number() + "/wait-for-paid", "what=hand+out+the+key");
            world.payCash(customer, "60.00", new Policy.OfDocument(invoice.id()));
            assertThat(ada.get("/day").body()).doesNotContain("is paid in full");
            world.payCash(customer, "40.00", new Policy.OfDocument(invoice.id()));
            assertThat(ada.get("/day").body()).contains(invoice.number() + " is paid in full: hand out the key");
            ada.follow("/invoices/" + invoice.number() + "/paid-seen", "");
            assertThat(ada.get("/day").body()).doesNotContain("is paid in full");
        }
    }

    @Test
    void a_void_invoice_of_a_run_is_billed_again_where_that_is_wanted(World world) {
        Customer customer = world.customer("");
        world.berth(customer);
        world.bill(RunningApp.TODAY);
        Document first = world.newest(customer.id());
        try (var ada = new Visitor(world, "ada")) {
            ada.follow("/invoices/" + first.number() + "/void", "again=true");
        }
        world.bill(RunningApp.TODAY);
        assertThat(standing(world, first)).isEqualTo(Standing.VOID);
        assertThat(world.newest(customer.id()).number()).isNotEqualTo(first.number());
    }

    @Test
    void the_date_of_a_wholly_credited_invoice_of_a_run_is_billed_again_where_that_is_wanted(World world) {
        Customer customer = world.customer("");
        world.berth(customer);
        world.bill(RunningApp.TODAY);
        Document first = world.newest(customer.id());
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/credit-notes/new?credits=" + first.number()).body())
                    .contains("bill its date again");
            String part = Papers.credits(first, "0.5") + "&again=on";
            assertThat(ada.post("/drafts/issue", part).body()).contains("only where all of it is credited");
            assertThat(ada.get("/invoices/" + first.number()).body()).doesNotContain("id=\"credit-notes\"");
            ada.follow("/drafts/issue", Papers.creditsAll(first) + "&again=on");
        }
        world.bill(RunningApp.TODAY);
        Document again = world.document("LW-2026-0002");
        assertThat(again.kind()).isEqualTo(DocumentKind.INVOICE);
        assertThat(again.number()).isNotEqualTo(first.number());
        assertThat(again.period()).isEqualTo(first.period());
    }

    @Test
    void texts_of_every_field_are_shown_as_they_are_typed_and_never_run(World world) {
        String evil = "<b style=x>bold</b>";
        Document quote = Papers.quote(
                world,
                world.payer(),
                "&memo=" + Papers.in(evil) + "&footer=" + Papers.in(evil) + "&adjust=" + Papers.in("5 % " + evil)
                        + "&less0=" + Papers.in("+1 " + evil) + "&reference=" + Papers.in(evil));
        String page = "~/pay/" + world.bean(PaymentLinks.class).token(world.link(quote));
        try (var ada = new Visitor(world, "ada");
                var payer = new Visitor(world, "nobody")) {
            payer.post(page + "/accept", payer.token(page), "typed=on&name=" + Papers.in(evil));
            for (String body : List.of(
                    payer.get(page).body(),
                    ada.get("/invoices/" + quote.number()).body(),
                    ada.get("/quotes/new?like=" + quote.number()).body()))
                assertThat(body).doesNotContain(evil).contains("&lt;b style=x&gt;");
            assertThat(world.bean(DocumentPdfs.class).of(world.moorings, quote)).isNotEmpty();
        }
    }
}
