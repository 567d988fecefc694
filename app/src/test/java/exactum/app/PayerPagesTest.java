package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.documents.Invoice;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import java.util.UUID;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What somebody with a link sees, over HTTP, without an account. */
@ExtendWith(RunningApp.class)
class PayerPagesTest {

    private static String path(PaymentLinks links, PaymentLink link) {
        return "/pay/" + links.token(link);
    }

    @Test
    void the_link_shows_the_sum_with_its_lines_and_gives_the_paper(World world, PaymentLinks links) {
        Invoice invoice = world.invoice();
        String path = path(links, links.ofInvoice(invoice.id()));
        try (var payer = new Visitor(world, "nobody")) {
            var page = payer.get(path);
            assertThat(page.body())
                    .contains("832.74")
                    .contains("640.00")
                    .contains("118 kWh")
                    .contains("Larkwater Moorings")
                    .doesNotContain(invoice.customerId().toString());
            assertThat(page.headers().firstValue("cache-control")).hasValue("no-store");
            assertThat(page.headers().firstValue("referrer-policy")).hasValue("no-referrer");
            assertThat(page.headers().firstValue("content-security-policy"))
                    .hasValueSatisfying(p -> assertThat(p).contains("form-action 'self' http://127.0.0.1:1"));
            var paper = payer.get(path + "/invoice.pdf");
            assertThat(paper.headers().firstValue("content-type")).hasValue("application/pdf");
            assertThat(paper.body()).startsWith("%PDF");
            assertThat(payer.get("/pay/brand/17405ca8481a.css").body())
                    .contains("#17405c")
                    .contains("#a8481a");
            assertThat(payer.get("/invoices/" + invoice.number()).statusCode()).isEqualTo(302);
        }
    }

    @Test
    void a_guessed_address_tells_nothing(World world) {
        try (var payer = new Visitor(world, "nobody")) {
            for (String token :
                    new String[] {"AAAA", UUID.randomUUID().toString(), "%27%20or%201=1", "a".repeat(5_000)}) {
                assertThat(payer.get("/pay/" + token).statusCode()).as(token).isBetween(400, 431);
                assertThat(payer.get("/pay/" + token + "/invoice.pdf").statusCode())
                        .as(token)
                        .isBetween(400, 431);
            }
        }
    }

    @Test
    void a_withdrawn_link_is_closed_and_a_new_one_opens(World world, PaymentLinks links) {
        Invoice invoice = world.invoice();
        PaymentLink first = links.ofInvoice(invoice.id());
        try (var ada = new Visitor(world, "ada")) {
            String withdraw = "/invoices/%s/links/%s/withdraw".formatted(invoice.number(), first.id());
            for (int twice = 0; twice < 2; twice++) ada.post(withdraw, "");
            assertThat(ada.get("/audit").body()).containsOnlyOnce(first.id().toString());
            assertThat(ada.post("/invoices/" + invoice.number() + "/link", "").body())
                    .contains(links.token(links.ofInvoice(invoice.id())));
        }
        PaymentLink second = links.ofInvoice(invoice.id());
        assertThat(second.id()).isNotEqualTo(first.id());
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(path(links, first)).statusCode()).isEqualTo(410);
            assertThat(payer.get(path(links, first)).body()).doesNotContain("640.00");
            assertThat(payer.get(path(links, first) + "/invoice.pdf").statusCode())
                    .isEqualTo(404);
            assertThat(payer.get(path(links, second)).statusCode()).isEqualTo(200);
        }
    }

    @Test
    void a_link_ends_after_ninety_days(World world, PaymentLinks links, DSLContext db) {
        Invoice invoice = world.invoice();
        PaymentLink link = links.ofInvoice(invoice.id());
        assertThat(link.expiresOn()).isEqualTo(RunningApp.TODAY.plusDays(90));
        db.execute(
                "update payment_link set expires_on = date '2026-05-31' where id = {0}",
                org.jooq.impl.DSL.val(link.id()));
        try (var payer = new Visitor(world, "nobody")) {
            assertThat(payer.get(path(links, link)).statusCode()).isEqualTo(410);
        }
        assertThat(links.ofInvoice(invoice.id()).id()).isNotEqualTo(link.id());
    }

    @Test
    void when_the_processor_cannot_be_reached_nothing_is_charged_and_the_page_says_so(World world, PaymentLinks links) {
        Invoice invoice = world.invoice();
        String path = path(links, links.ofInvoice(invoice.id()));
        try (var payer = new Visitor(world, "nobody")) {
            var answer = payer.post(path, payer.token(path), "shown=83274");
            assertThat(answer.body()).contains("The card page cannot be reached at the moment. Nothing was charged.");
            assertThat(payer.post(path, payer.token(path), "shown=1").body())
                    .contains("The open sum is €\u00a0832.74 now");
        }
    }

    @Test
    void a_paid_one_says_thank_you_and_takes_no_more(World world, PaymentLinks links, DSLContext db) {
        Invoice invoice = world.invoice();
        UUID collection = UUID.randomUUID();
        String checkout = "co_" + collection;
        db.execute(
                "insert into collection (business_id, id, processor_id, invoice_id, amount_minor, currency, state, checkout_ref, started_on) values (1, {0}, {1}, {2}, 83274, 'EUR', 'in flight', {3}, '2026-06-01')",
                collection, world.processor, invoice.id(), checkout);
        String path = path(links, links.ofInvoice(invoice.id()));
        try (var payer = new Visitor(world, "nobody")) {
            String token = payer.token(path);
            assertThat(payer.get(path + "/back").body()).contains("/checking");
            world.settle(collection, "sa_" + collection, checkout);
            assertThat(payer.get(path + "/checking?polls=1").headers().firstValue("hx-redirect"))
                    .hasValue(path);
            assertThat(payer.get(path).body()).contains("Paid. Thank you.").contains("832.74");
            assertThat(payer.post(path, token, "shown=83274").headers().firstValue("location"))
                    .hasValueSatisfying(l -> assertThat(l).endsWith(path));
        }
    }
}
