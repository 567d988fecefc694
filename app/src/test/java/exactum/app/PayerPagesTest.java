package exactum.app;

import static exactum.app.World.euro;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.cards.FindCollections;
import exactum.app.cards.StartCardPayment;
import exactum.app.documents.Document;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import java.util.List;
import java.util.UUID;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What a payer sees behind a link: one document, what is open of it now, and nothing else. */
@ExtendWith(RunningApp.class)
class PayerPagesTest {
    private static String path(World world, PaymentLink link) {
        return "~/pay/" + world.bean(PaymentLinks.class).token(link);
    }

    @Test
    void the_link_shows_the_sum_with_its_lines_and_gives_the_paper(World world) {
        Document invoice = world.invoice();
        String path = path(world, world.link(invoice));
        try (var payer = new Visitor(world, "nobody")) {
            var page = payer.get(path);
            assertThat(page.body())
                    .contains("832.74")
                    .contains("640.00")
                    .contains("118")
                    .contains("Larkwater Moorings")
                    .doesNotContain(invoice.customer().toString());
            assertThat(page.headers().firstValue("cache-control")).hasValue("no-store");
            assertThat(page.headers().firstValue("referrer-policy")).hasValue("no-referrer");
            assertThat(page.headers().firstValue("content-security-policy"))
                    .hasValueSatisfying(p -> assertThat(p)
                            .contains("form-action 'self' http://127.0.0.1:")
                            .doesNotContain("unsafe"));
            var paper = payer.get(path + "/invoice.pdf");
            assertThat(paper.headers().firstValue("content-type")).hasValue("application/pdf");
            assertThat(paper.body()).startsWith("%PDF");
            assertThat(payer.get("~/pay/brand/17405ca8481a.css").body())
                    .contains("#17405c")
                    .contains("#a8481a");
            assertThat(payer.get("/invoices/" + invoice.number()).statusCode()).isEqualTo(302);
        }
    }

    @Test
    void a_guessed_address_tells_nothing(World world) {
        try (var payer = new Visitor(world, "nobody")) {
            for (String token : List.of("AAAA", UUID.randomUUID().toString(), "%27%20or%201=1", "a".repeat(5_000))) {
                assertThat(payer.get("~/pay/" + token).statusCode()).as(token).isBetween(400, 431);
                assertThat(payer.get("~/pay/" + token + "/invoice.pdf").statusCode())
                        .as(token)
                        .isBetween(400, 431);
            }
            assertThat(payer.get("~/pay/nonsense").body()).contains("We do not know this link");
        }
    }

    @Test
    void a_withdrawn_link_is_closed_with_its_card_page_and_a_new_one_opens(World world, PaymentLinks links) {
        Document invoice = world.invoice();
        PaymentLink first = world.link(invoice);
        CardProcessor.Page page = world.desk.cardPage(invoice);
        try (var ada = new Visitor(world, "ada")) {
            String withdraw = "/invoices/%s/links/%s/withdraw".formatted(invoice.number(), first.id());
            for (int twice = 0; twice < 2; twice++) ada.post(withdraw, "");
            assertThat(ada.get("/audit").body()).containsOnlyOnce(first.id().toString());
            assertThat(ada.post("/invoices/" + invoice.number() + "/link", "").body())
                    .contains(links.token(world.link(invoice)));
        }
        world.bean(exactum.app.cards.WithdrawCheckouts.class).withdrawAll();
        assertThat(page.state).isEqualTo("cancelled");
        PaymentLink second = world.link(invoice);
        assertThat(second.id()).isNotEqualTo(first.id());
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(path(world, first)).statusCode()).isEqualTo(410);
            assertThat(payer.get(path(world, first)).body())
                    .contains("It was withdrawn")
                    .doesNotContain("640.00");
            assertThat(payer.get(path(world, first) + "/invoice.pdf").statusCode())
                    .isEqualTo(404);
            assertThat(payer.get(path(world, second)).statusCode()).isEqualTo(200);
        }
    }

    @Test
    void a_link_ends_after_ninety_days(World world) {
        Document invoice = world.invoice();
        PaymentLink link = world.link(invoice);
        assertThat(link.expiresOn()).isEqualTo(RunningApp.TODAY.plusDays(90));
        world.asOwner("update payment_link set expires_on = date '2026-05-31' where id = '%s'".formatted(link.id()));
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(path(world, link)).statusCode()).isEqualTo(410);
            assertThat(payer.get(path(world, link)).body()).contains("31 May 2026");
        }
        assertThat(world.link(invoice).id()).isNotEqualTo(link.id());
    }

    @Test
    void a_link_can_be_printed_again_and_is_not_readable_in_the_database(
            World world, PaymentLinks links, DSLContext db) {
        PaymentLink link = world.link(world.invoice());
        assertThat(links.ofDocument(world.moorings, link.document())).isEqualTo(link);
        assertThat(links.token(link)).hasSize(32);
        assertThat(db.fetch("select * from payment_link").format()).doesNotContain(links.token(link));
    }

    @Test
    void when_the_processor_cannot_be_reached_nothing_is_charged_and_the_page_says_so(
            World world, FindCollections collections) {
        Document invoice = world.invoice();
        world.processor.away(true);
        String path = path(world, world.link(invoice));
        try (var payer = new Visitor(world, "nobody")) {
            for (int twice = 0; twice < 2; twice++)
                assertThat(payer.post(path, payer.token(path), "shown=83274").body())
                        .contains("The card page cannot be reached at the moment. Nothing was charged.");
            assertThat(payer.post(path, payer.token(path), "shown=1").body())
                    .contains("The open amount is €\u00a0832.74 now");
        }
        assertThat(collections.ofDocument(world.moorings, invoice.id())).hasSize(1);
    }

    @Test
    void after_a_part_came_by_transfer_the_card_page_takes_the_new_sum_and_what_is_over_lands_on_account(World world) {
        Document invoice = world.invoice(world.payer(), "118.08");
        CardProcessor.Page before = world.desk.cardPage(invoice);
        world.bankLine("50.00", "Écluse", invoice.number());
        String path = path(world, world.link(invoice));
        try (var ada = new Visitor(world, "ada");
                var payer = new Visitor(world, "nobody")) {
            var claim = world.bean(exactum.app.settlement.FindClaims.class)
                    .openOf(world.moorings, invoice.id())
                    .getFirst();
            var line = world.bean(exactum.app.bank.FindBankLines.class)
                    .unmatched(world.moorings, 1)
                    .getFirst();
            ada.follow("/bank-lines/" + line.id() + "/accept", "shown=claim:" + claim.claim() + "%3D5000");
            assertThat(payer.get(path).body()).contains("68.08");
            assertThat(payer.post(path, payer.token(path), "shown=11808").body())
                    .contains("The open amount is €\u00a068.08 now");
            payer.post(path, payer.token(path), "shown=6808");
        }
        assertThat(world.processor.opened()).extracting(p -> p.amount).containsExactly("118.08", "68.08");
        assertThat(before.state).isEqualTo("cancelled");
        CardProcessor.Page page = world.processor.opened().getLast();
        world.desk.sale("sa_late", page.reference, "118.08", "3.08");
        assertThat(world.open(invoice)).isEqualTo(euro("0.00"));
        assertThat(world.balance("2100")).isEqualTo(euro("-50.00"));
    }

    @Test
    void a_paid_one_says_thank_you_and_takes_no_more(World world, StartCardPayment start, FindCollections collections) {
        Document invoice = world.invoice();
        CardProcessor.Page page = world.desk.cardPage(invoice);
        String path = path(world, world.link(invoice));
        try (var payer = new Visitor(world, "nobody")) {
            String token = payer.token(path);
            String payment = "?payment="
                    + collections
                            .findLive(world.moorings, invoice.id())
                            .orElseThrow()
                            .id();
            assertThat(payer.get(path + "/back" + payment).body()).contains("/checking" + payment);
            world.desk.sale("sa_1", page.reference, "832.74", "20.24");
            String confirmation = payer.get(path + "/checking" + payment + "&polls=1")
                    .headers()
                    .firstValue("hx-redirect")
                    .orElseThrow();
            assertThat(confirmation).startsWith(path.substring(1) + "/payments/");
            assertThat(payer.get("~" + confirmation).body())
                    .contains("Paid. Thank you.")
                    .contains("paid in full");
            assertThat(payer.get(path).body()).contains("Paid. Thank you.").contains("832.74");
            assertThat(payer.post(path, token, "shown=83274").headers().firstValue("location"))
                    .hasValueSatisfying(l -> assertThat(l).endsWith(path.substring(1)));
        }
        assertThat(start.start(world.link(invoice), 83274, "x"))
                .isInstanceOf(StartCardPayment.Outcome.AlreadyPaid.class);
    }
}
