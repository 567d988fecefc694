package exactum.app;

import static exactum.app.cards.TakeInNotice.Outcome.NOT_GENUINE;
import static exactum.app.cards.TakeInNotice.Outcome.NOT_KNOWN_HERE;
import static exactum.app.cards.TakeInNotice.Outcome.SEEN_BEFORE;
import static exactum.app.cards.TakeInNotice.Outcome.TAKEN_IN;
import static org.assertj.core.api.Assertions.assertThat;

import com.standardwebhooks.Webhook;
import exactum.app.cards.TakeInNotice;
import exactum.app.cards.TakeInNotice.Headers;
import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceStore;
import exactum.app.ids.Ids;
import exactum.app.ledger.LedgerHealth;
import exactum.app.messages.Outbox;
import exactum.app.receipts.ReceiptStore;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Standard Webhooks 1.0: signature, age of five minutes, once by its identifier. */
@ExtendWith(RunningApp.class)
class NoticeTest {
    private static Headers signed(String id, Instant at, String body) throws Exception {
        long timestamp = at.getEpochSecond();
        return new Headers(id, Long.toString(timestamp), new Webhook(World.SECRET).sign(id, timestamp, body));
    }

    private static String checkout(World world, DSLContext db, Invoice invoice) {
        String checkout = "co_" + invoice.number();
        db.execute(
                "insert into collection (business_id, id, processor_id, invoice_id, amount_minor, currency, state, checkout_ref, started_on) values (1, {0}, {1}, {2}, {3}, 'EUR', 'in flight', {4}, '2026-06-01')",
                Ids.next(), world.processor, invoice.id(), invoice.gross().minor(), checkout);
        return checkout;
    }

    private static String succeeded(String checkout, String sale) {
        return """
                {"type":"sale.succeeded","timestamp":"2026-06-01T10:00:00Z","data":{"id":"%s","checkout":"%s","reference":"x","amount":"832.74","currency":"EUR","fee":"20.24","captured_on":"2026-06-01","card":"Visa ending 1111"}}""".formatted(sale, checkout);
    }

    @Test
    void a_genuine_notice_pays_the_invoice_once_however_often_it_comes(
            World world,
            TakeInNotice notices,
            InvoiceStore invoices,
            ReceiptStore receipts,
            Outbox outbox,
            DSLContext db,
            LedgerHealth health)
            throws Exception {
        Invoice invoice = world.invoice();
        String body = succeeded(checkout(world, db, invoice), "sa_1");
        Headers headers = signed("msg_1", Instant.now(), body);
        assertThat(notices.take(world.processor, headers, body)).isEqualTo(TAKEN_IN);
        assertThat(notices.take(world.processor, headers, body)).isEqualTo(SEEN_BEFORE);
        assertThat(notices.take(world.processor, signed("msg_1b", Instant.now(), body), body))
                .isEqualTo(TAKEN_IN);
        assertThat(invoices.get(invoice.id()).open().isZero()).isTrue();
        assertThat(receipts.ofInvoice(invoice.id())).hasSize(1);
        assertThat(outbox.ofInvoice(invoice.id()))
                .extracting(m -> m.message().kind())
                .containsExactlyInAnyOrder("invoice", "confirmation");
        assertThat(db.fetchValue(
                        "select sum(amount_minor)::bigint from posting p join entry e on e.id = p.entry_id where p.account = '1060' and e.source_id = {0}",
                        receipts.ofInvoice(invoice.id()).getFirst().id()))
                .isEqualTo(81250L);
        assertThat(health.disagreements()).isEmpty();
    }

    @Test
    void two_at_once_make_one_receipt(World world, TakeInNotice notices, ReceiptStore receipts, DSLContext db)
            throws Exception {
        Invoice invoice = world.invoice();
        String body = succeeded(checkout(world, db, invoice), "sa_2");
        Headers headers = signed("msg_2", Instant.now(), body);
        try (var pool = Executors.newFixedThreadPool(8)) {
            List<Callable<TakeInNotice.Outcome>> same =
                    java.util.Collections.nCopies(8, () -> notices.take(world.processor, headers, body));
            int taken = 0;
            for (var outcome : pool.invokeAll(same)) taken += outcome.get() == TAKEN_IN ? 1 : 0;
            assertThat(taken).isOne();
        }
        assertThat(receipts.ofInvoice(invoice.id())).hasSize(1);
    }

    @Test
    void what_is_not_genuine_is_not_stored(World world, TakeInNotice notices, DSLContext db) throws Exception {
        String body = "{\"type\":\"sale.succeeded\"}";
        long before = stored(db);
        Instant now = Instant.now();
        assertThat(notices.take(world.processor, signed("m", now, body + " "), body))
                .isEqualTo(NOT_GENUINE);
        assertThat(notices.take(world.processor, signed("m", now.minusSeconds(301), body), body))
                .isEqualTo(NOT_GENUINE);
        assertThat(notices.take(world.processor, signed("m", now.plusSeconds(400), body), body))
                .isEqualTo(NOT_GENUINE);
        assertThat(notices.take(world.processor, new Headers("m", "soon", "v1,abc"), body))
                .isEqualTo(NOT_GENUINE);
        assertThat(notices.take(world.processor, new Headers(null, null, null), body))
                .isEqualTo(NOT_GENUINE);
        assertThat(notices.take(UUID.randomUUID(), signed("m", now, body), body))
                .isEqualTo(NOT_GENUINE);
        assertThat(notices.take(world.processor, signed("m", now, "not json"), "not json"))
                .isEqualTo(NOT_GENUINE);
        assertThat(stored(db)).isEqualTo(before);
    }

    @Test
    void an_unknown_event_is_kept_and_left_alone(World world, TakeInNotice notices) throws Exception {
        String body = "{\"type\":\"weather.changed\",\"data\":{}}";
        assertThat(notices.take(world.processor, signed("msg_w", Instant.now(), body), body))
                .isEqualTo(NOT_KNOWN_HERE);
        String stranger = succeeded("co_unknown", "sa_9");
        assertThat(notices.take(world.processor, signed("msg_s", Instant.now(), stranger), stranger))
                .isEqualTo(NOT_KNOWN_HERE);
    }

    @Test
    void the_endpoint_answers_by_status(World world) throws Exception {
        String body = "{\"type\":\"weather.changed\",\"data\":{}}";
        assertThat(post(world, signed("msg_http", Instant.now(), body), body)).isEqualTo(202);
        assertThat(post(world, signed("msg_http", Instant.now(), body), body)).isEqualTo(204);
        assertThat(post(world, new Headers("x", "1", "v1,x"), body)).isEqualTo(400);
        assertThat(post(world, new Headers("x", "1", "v1,x"), "x".repeat(70_000)))
                .isEqualTo(413);
    }

    private static int post(World world, Headers headers, String body) throws Exception {
        try (var http = HttpClient.newHttpClient()) {
            var request = HttpRequest.newBuilder(URI.create(world.url("/hooks/processor/" + world.processor)))
                    .header("webhook-id", headers.id())
                    .header("webhook-timestamp", headers.timestamp())
                    .header("webhook-signature", headers.signature())
                    .POST(HttpRequest.BodyPublishers.ofString(body))
                    .build();
            return http.send(request, HttpResponse.BodyHandlers.discarding()).statusCode();
        }
    }

    private static long stored(DSLContext db) {
        return (Long) db.fetchValue("select count(*) from processor_event");
    }
}
