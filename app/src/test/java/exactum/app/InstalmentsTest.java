package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.app.customers.Customer;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.documents.Draft;
import exactum.app.documents.Drafts;
import exactum.app.documents.Reschedule;
import exactum.app.ledger.ProveBooks;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.FindSchedules;
import exactum.core.cadence.Cadence.Unit;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Policy;
import exactum.core.terms.Anchor;
import exactum.core.terms.Counting;
import exactum.core.terms.DueRule;
import exactum.core.terms.EarlyRule;
import exactum.core.terms.Remainder;
import exactum.core.terms.Repeat;
import exactum.core.terms.Share;
import exactum.core.terms.Terms;
import exactum.core.terms.TermsPart;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Invoices in parts: issued, printed, paid, divided again. */
@ExtendWith(RunningApp.class)
class InstalmentsTest {
    private static final Terms PLAN = Terms.of(
            TermsPart.of(new Share.Amount(euro("160.00")), DueRule.on(LocalDate.of(2026, 6, 15)))
                    .described("down payment"),
            TermsPart.of(Share.REST, DueRule.on(LocalDate.of(2026, 6, 15)))
                    .repeated(new Repeat(7, Unit.WEEK, 3, false)));

    private static Document issued(World world, Customer customer, String amount, Terms own) {
        Draft d = world.draft(customer, RunningApp.TODAY, world.line("Winter storage", "1", amount, "zero"));
        var draft =
                new Draft(d.id(), d.kind(), d.customer(), d.date(), d.content(), d.terms(), own, d.origin(), false, 0);
        return world.documents()
                .get(
                        world.moorings,
                        world.bean(Drafts.class)
                                .issue(world.moorings, draft, false)
                                .id());
    }

    private static List<FindClaims.Part> parts(World world, Document document) {
        return world.bean(FindClaims.class).parts(world.moorings, document.id());
    }

    private static List<String> running(World world, Document document) {
        return parts(world, document).stream()
                .filter(p -> !p.isReplaced())
                .map(p -> "%s %s %s"
                        .formatted(p.due(), p.amount().plain(), p.left().plain()))
                .toList();
    }

    @Test
    void a_down_payment_and_seven_are_eight_open_items_that_make_the_total(World world) {
        Document invoice = issued(world, world.payer(), "1375.00", PLAN);
        assertThat(running(world, invoice))
                .startsWith("2026-06-15 160.00 160.00", "2026-07-06 173.58 173.58", "2026-07-27 173.57 173.57")
                .endsWith("2026-11-09 173.57 173.57")
                .hasSize(8);
        assertThat(world.open(invoice)).isEqualTo(euro("1375.00"));
        assertThat(world.bean(ProveBooks.class).prove(world.moorings)).isEmpty();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/invoices/" + invoice.number()).body())
                    .contains("down payment")
                    .contains("Payment 7 of 7 = Mon 9 Nov 2026");
        }
    }

    @Test
    void its_parts_stand_on_the_pdf_and_the_payers_page(World world) throws Exception {
        Document invoice = issued(world, world.payer(), "1375.00", PLAN);
        byte[] pdf = world.bean(DocumentPdfs.class).of(world.moorings, invoice);
        try (var read = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(read).replaceAll("\\s+", " "))
                    .contains("To be paid in 8 parts")
                    .contains("15 Jun 2026 down payment 160.00")
                    .contains("9 Nov 2026 173.57")
                    .contains("of 8 parts");
        }
        try (var payer = new Visitor(world, "nobody")) {
            String link = world.bean(exactum.app.links.PaymentLinks.class).address(world.link(invoice));
            assertThat(payer.get("~" + link.substring(link.indexOf("/pay/"))).body())
                    .contains("In 8 parts")
                    .contains("173.58");
        }
    }

    @Test
    void its_payer_pays_the_next_part_or_all_of_it_by_card(World world) {
        Document invoice = issued(world, world.payer(), "1375.00", PLAN);
        String link = world.bean(exactum.app.links.PaymentLinks.class).address(world.link(invoice));
        String page = "~" + link.substring(link.indexOf("/pay/"));
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(page).body()).contains("Pay €\u00a0160.00").contains("Pay all of it, €\u00a01,375.00");
            payer.post(page, payer.token(page), "shown=16000");
            payer.post(page, payer.token(page), "shown=137500");
            payer.post(page, payer.token(page), "shown=16000");
            assertThat(world.processor.opened())
                    .extracting(p -> p.amount + " " + p.state)
                    .containsExactly("160.00 cancelled", "1375.00 cancelled", "160.00 open");
            world.desk.sale("sa_1", world.processor.opened().getLast().reference, "160.00", "4.10");
            assertThat(running(world, invoice)).startsWith("2026-06-15 160.00 0.00", "2026-07-06 173.58 173.58");
            assertThat(payer.get(page + "?more").body()).contains("Pay €\u00a0173.58");
            assertThat(payer.post(page, payer.token(page), "shown=16000").body())
                    .contains("The open amount is €\u00a01,215.00 now");
        }
    }

    @Test
    void money_settles_parts_in_due_order_or_on_the_whole(World world) {
        Customer customer = world.payer();
        Terms inTwo = Terms.of(
                TermsPart.of(Share.Percent.of("50"), new DueRule(0, 14, false)),
                TermsPart.of(Share.Percent.of("50"), new DueRule(1, 0, false)));
        Document ordered = issued(world, customer, "200.00", inTwo);
        world.payCash(customer, "120.00", new Policy.OfDocument(ordered.id()));
        assertThat(running(world, ordered)).containsExactly("2026-06-15 100.00 0.00", "2026-07-01 100.00 80.00");
        Document whole = issued(
                world, customer, "200.00", new Terms(inTwo.parts(), Remainder.TO_THE_EARLIEST, Counting.ON_THE_WHOLE));
        world.payCash(customer, "120.01", new Policy.OfDocument(whole.id()));
        assertThat(running(world, whole))
                .as("each part falls by the same share, a cent over to the first")
                .containsExactly("2026-06-15 100.00 39.99", "2026-07-01 100.00 40.00");
        assertThat(world.bean(ProveBooks.class).prove(world.moorings)).isEmpty();
    }

    @Test
    void parts_that_wait_for_the_down_payment_are_counted_from_the_day_it_came(World world) {
        Customer customer = world.payer();
        Terms waits = Terms.of(
                TermsPart.of(new Share.Amount(euro("100.00")), new DueRule(0, 14, false)),
                TermsPart.of(Share.REST, DueRule.daysAfter(Anchor.DOWN_PAID, 0))
                        .repeated(new Repeat(2, Unit.MONTH, 1, false)));
        Document invoice = issued(world, customer, "300.00", waits);
        assertThat(running(world, invoice))
                .containsExactly("2026-06-15 100.00 100.00", "2026-07-15 100.00 100.00", "2026-08-15 100.00 100.00");
        world.payCash(customer, "100.00", new Policy.OfDocument(invoice.id()));
        assertThat(running(world, invoice))
                .as("paid on 1 June")
                .containsExactly("2026-06-15 100.00 0.00", "2026-07-01 100.00 100.00", "2026-08-01 100.00 100.00");
        assertThat(world.bean(FindSchedules.class).of(world.moorings, invoice.id()))
                .singleElement()
                .satisfies(r -> assertThat(r.cause()).contains("paid on 1 Jun 2026"));
        assertThat(world.bean(ProveBooks.class).prove(world.moorings)).isEmpty();
    }

    @Test
    void what_is_open_is_divided_again_and_what_was_agreed_stays_to_be_seen(World world, Reschedule reschedule) {
        Customer customer = world.payer();
        Document invoice = issued(world, customer, "1375.00", PLAN);
        world.payCash(customer, "260.00", new Policy.OfDocument(invoice.id()));
        Terms monthly = Terms.of(TermsPart.of(Share.Percent.of("100"), DueRule.on(LocalDate.of(2026, 7, 1)))
                .repeated(new Repeat(4, Unit.MONTH, 1, true)));
        assertThatThrownBy(() -> reschedule.reschedule(world.moorings, invoice, monthly, euro("1375.00"), "asked"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("1,115.00 is open now, not 1,375.00");
        reschedule.reschedule(world.moorings, invoice, monthly, euro("1115.00"), "asked for by phone");
        assertThat(running(world, invoice))
                .contains("2026-06-15 160.00 0.00", "2026-07-01 278.75 278.75", "2026-10-01 278.75 278.75");
        assertThat(world.open(invoice)).isEqualTo(euro("1115.00"));
        assertThat(world.bean(ProveBooks.class).prove(world.moorings)).isEmpty();
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/invoices/" + invoice.number()).body())
                    .contains("replaced")
                    .contains("asked for by phone");
            assertThat(ada.page(
                            "/invoices/" + invoice.number() + "/reschedule",
                            "seen=111500&part0=1115.01&due0=1 Jul 2026&cause=x"))
                    .contains("0.01 is too much");
        }
    }

    @Test
    void less_is_due_early_on_document_and_payers_page_and_paying_it_pays_all(World world) {
        Customer customer = world.payer();
        Terms early = Terms.of(TermsPart.of(Share.Percent.of("100"), new DueRule(0, 30, false))
                .earlier(new EarlyRule(new BigDecimal("2"), null, Anchor.ISSUE, 10)));
        Document invoice = issued(world, customer, "1200.00", early);
        try (var payer = new Visitor(world, "nobody")) {
            String link = world.bean(exactum.app.links.PaymentLinks.class).address(world.link(invoice));
            assertThat(payer.get("~" + link.substring(link.indexOf("/pay/"))).body())
                    .contains("24.00 less if paid by 11 Jun 2026")
                    .contains("1,176.00 in all");
        }
        world.payCash(customer, "1176.00", new Policy.OfDocument(invoice.id()));
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
        assertThat(world.bean(ProveBooks.class).prove(world.moorings)).isEmpty();
    }

    @Test
    void parts_that_do_not_add_up_are_mended_with_a_press_and_cannot_be_issued_before(World world) {
        Customer customer = world.payer();
        String paper = "customer=" + customer.id()
                + "&text0=Winter+storage&qty0=1&price0=1375&tax0=zero&account0=4000&divided=on&part0=160&due0=15+Jun+2026&part1=1215.01&due1=6+Jul+2026";
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.page("/drafts/issue", paper)).contains("0.01 is too much");
            assertThat(ada.page("/invoices/typed", paper))
                    .contains("0.01 more than the total")
                    .contains("Mend to 160.00 + 1,215.00");
            assertThat(ada.page("/invoices/typed", paper + "&partAct=mend"))
                    .contains("value=\"1,215.00\"")
                    .doesNotContain("more than the total");
            assertThat(
                            ada.page(
                                    "/invoices/typed",
                                    paper
                                            + "&partAct=plan&planDown=160&planDownDue=2+Mar+2027&planCount=7&planEvery=3&planUnit=WEEK&planFrom=2+Mar+2027"))
                    .contains("value=\"173.58\"")
                    .contains("value=\"23 Mar 2027\"")
                    .contains("value=\"27 Jul 2027\"");
            assertThat(ada.page("/drafts/issue", paper.replace("1215.01", "x"))).contains("is not a number");
        }
    }
}
