package exactum.app;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.cards.CollectionStore;
import exactum.app.cards.StartCardPayment;
import exactum.app.cards.StartCardPayment.Outcome;
import exactum.app.documents.Invoice;
import exactum.app.ids.Ids;
import exactum.app.links.PaymentLink;
import exactum.app.links.PaymentLinks;
import exactum.core.money.Money;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.UUID;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(RunningApp.class)
class PaymentLinkTest {

    @Test
    void a_link_can_be_printed_again_and_is_not_readable_in_the_database(
            World world, PaymentLinks links, DSLContext db) {
        PaymentLink link = links.ofInvoice(world.invoice().id());
        assertThat(links.ofInvoice(link.invoiceId())).isEqualTo(link);
        assertThat(links.token(link)).hasSize(32).isEqualTo(links.token(links.ofInvoice(link.invoiceId())));
        assertThat(db.fetch("select * from payment_link where id = {0}", link.id())
                        .format())
                .doesNotContain(links.token(link));
    }

    @Test
    void unknown_withdrawn_and_expired_links_say_so(World world, PaymentLinks links, DSLContext db) throws Exception {
        assertThat(get(world, "/pay/nonsense"))
                .satisfies(
                        r -> assertThat(r.statusCode()).isEqualTo(404),
                        r -> assertThat(r.body()).contains("We do not know this link"));
        PaymentLink withdrawn = links.ofInvoice(world.invoice().id());
        links.withdraw(withdrawn.id());
        assertThat(get(world, "/pay/" + links.token(withdrawn)))
                .satisfies(
                        r -> assertThat(r.statusCode()).isEqualTo(410),
                        r -> assertThat(r.body()).contains("It was withdrawn"));
        assertThat(get(world, "/pay/" + links.token(withdrawn) + "/invoice.pdf").statusCode())
                .isEqualTo(404);
        PaymentLink expired = links.ofInvoice(world.invoice().id());
        db.execute("update payment_link set expires_on = '2026-05-31' where id = {0}", expired.id());
        assertThat(get(world, "/pay/" + links.token(expired)).body()).contains("It was valid until 31 May 2026");
    }

    @Test
    void the_page_is_private_and_may_lead_to_the_processor_only(World world, PaymentLinks links) throws Exception {
        var page =
                get(world, "/pay/" + links.token(links.ofInvoice(world.invoice().id())));
        assertThat(page.headers().firstValue("content-security-policy").orElseThrow())
                .contains("form-action 'self' http://127.0.0.1:1;")
                .doesNotContain("unsafe");
        assertThat(page.headers().firstValue("referrer-policy")).hasValue("no-referrer");
        assertThat(page.headers().firstValue("cache-control"))
                .hasValueSatisfying(v -> assertThat(v).contains("no-store"));
        assertThat(page.body()).contains("832.74");
    }

    @Test
    void the_sum_of_the_browser_is_compared_and_never_charged(
            World world, PaymentLinks links, StartCardPayment start, CollectionStore collections) {
        Invoice invoice = world.invoice();
        PaymentLink link = links.ofInvoice(invoice.id());
        assertThat(start.start(link, 100, "x")).isEqualTo(new Outcome.SumChanged(Money.of("EUR", "832.74")));
        assertThat(collections.ofInvoice(invoice.id())).isEmpty();
    }

    @Test
    void pressed_twice_while_the_processor_is_away_there_is_one_collection(
            World world, PaymentLinks links, StartCardPayment start, CollectionStore collections) {
        Invoice invoice = world.invoice();
        PaymentLink link = links.ofInvoice(invoice.id());
        assertThat(start.start(link, 83274, "x")).isInstanceOf(Outcome.Unreachable.class);
        assertThat(start.start(link, 83274, "x")).isInstanceOf(Outcome.Unreachable.class);
        assertThat(collections.ofInvoice(invoice.id())).hasSize(1);
    }

    @Test
    void a_paid_invoice_cannot_be_paid_again(World world, PaymentLinks links, StartCardPayment start, DSLContext db)
            throws Exception {
        Invoice invoice = world.invoice();
        UUID collection = Ids.next();
        db.execute(
                "insert into collection (business_id, id, processor_id, invoice_id, amount_minor, currency, state, checkout_ref, started_on) values (1, {0}, {1}, {2}, 83274, 'EUR', 'in flight', 'co_P', '2026-06-01')",
                collection, world.processor, invoice.id());
        world.settle(collection, "sa_P", "co_P");
        PaymentLink link = links.ofInvoice(invoice.id());
        assertThat(start.start(link, 83274, "x")).isInstanceOf(Outcome.AlreadyPaid.class);
        assertThat(get(world, "/pay/" + links.token(link)).body()).contains("Paid. Thank you.");
    }

    private static HttpResponse<String> get(World world, String path) throws Exception {
        try (var http = HttpClient.newHttpClient()) {
            return http.send(
                    HttpRequest.newBuilder(URI.create(world.url(path))).build(), HttpResponse.BodyHandlers.ofString());
        }
    }
}
