package exactum.app;

import static exactum.app.World.euro;
import static exactum.app.cards.TakeInNotice.Outcome.KEPT;
import static exactum.app.cards.TakeInNotice.Outcome.NOT_GENUINE;
import static exactum.app.cards.TakeInNotice.Outcome.SEEN_BEFORE;
import static exactum.app.cards.TakeInNotice.Outcome.TAKEN_IN;
import static org.assertj.core.api.Assertions.assertThat;

import com.standardwebhooks.Webhook;
import exactum.app.cards.TakeInNotice;
import exactum.app.cards.TakeInNotice.Headers;
import exactum.app.documents.Document;
import exactum.app.messages.FindMessages;
import exactum.app.messages.MessageKind;
import exactum.app.settlement.FindPayments;
import exactum.core.ids.ProcessorId;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Instant;
import java.util.Collections;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Notices of a processor over the Standard Webhooks form: genuine ones act once, all others leave nothing. */
@ExtendWith(RunningApp.class)
class NoticeTest {
    private static Headers signed(String id, Instant at, String body) throws Exception {
        long timestamp = at.getEpochSecond();
        return new Headers(id, Long.toString(timestamp), new Webhook(World.SECRET).sign(id, timestamp, body));
    }

    private static String succeeded(String checkout, String sale) {
        return """
                {"type":"sale.succeeded","timestamp":"2026-06-01T10:00:00Z","data":{"id":"%s","checkout":"%s","reference":"x","amount":"832.74","currency":"EUR","fee":"20.24","captured_on":"2026-06-01","card":"Visa ending 1111"}}""".formatted(sale, checkout);
    }

    @Test
    void a_genuine_notice_pays_the_invoice_once_however_often_it_comes(
            World world, TakeInNotice notices, FindPayments payments, FindMessages messages) throws Exception {
        Document invoice = world.invoice();
        String body = succeeded(world.cardPage(invoice).reference, "sa_1");
        Headers headers = signed("msg_1", Instant.now(), body);
        assertThat(notices.take(world.cards, headers, body)).isEqualTo(TAKEN_IN);
        assertThat(notices.take(world.cards, headers, body)).isEqualTo(SEEN_BEFORE);
        assertThat(notices.take(world.cards, signed("msg_1b", Instant.now(), body), body))
                .isEqualTo(TAKEN_IN);
        assertThat(world.open(invoice).isZero()).isTrue();
        assertThat(payments.ofDocument(world.moorings, invoice.id())).hasSize(1);
        assertThat(messages.ofDocument(world.moorings, invoice.id()))
                .extracting(m -> m.message().kind())
                .containsExactlyInAnyOrder(MessageKind.INVOICE, MessageKind.CONFIRMATION);
        assertThat(world.balance("1060")).isEqualTo(euro("812.50"));
        assertThat(world.balance("5000")).isEqualTo(euro("20.24"));
    }

    @Test
    void eight_at_once_make_one_payment(World world, TakeInNotice notices, FindPayments payments) throws Exception {
        Document invoice = world.invoice();
        String body = succeeded(world.cardPage(invoice).reference, "sa_2");
        Headers headers = signed("msg_2", Instant.now(), body);
        try (var pool = Executors.newFixedThreadPool(8)) {
            List<Callable<TakeInNotice.Outcome>> same =
                    Collections.nCopies(8, () -> notices.take(world.cards, headers, body));
            int taken = 0;
            for (var outcome : pool.invokeAll(same)) taken += outcome.get() == TAKEN_IN ? 1 : 0;
            assertThat(taken).isOne();
        }
        assertThat(payments.ofDocument(world.moorings, invoice.id())).hasSize(1);
    }

    @Test
    void what_is_not_genuine_is_not_stored(World world, TakeInNotice notices, DSLContext db) throws Exception {
        String body = "{\"type\":\"sale.succeeded\"}";
        Instant now = Instant.now();
        assertThat(notices.take(world.cards, signed("m", now, body + " "), body))
                .isEqualTo(NOT_GENUINE);
        assertThat(notices.take(world.cards, signed("m", now.minusSeconds(301), body), body))
                .isEqualTo(NOT_GENUINE);
        assertThat(notices.take(world.cards, signed("m", now.plusSeconds(400), body), body))
                .isEqualTo(NOT_GENUINE);
        assertThat(notices.take(world.cards, new Headers("m", "soon", "v1,abc"), body))
                .isEqualTo(NOT_GENUINE);
        assertThat(notices.take(world.cards, new Headers(null, null, null), body))
                .isEqualTo(NOT_GENUINE);
        assertThat(notices.take(new ProcessorId(UUID.randomUUID()), signed("m", now, body), body))
                .isEqualTo(NOT_GENUINE);
        assertThat(db.fetchValue("select count(*) from processor_event")).isEqualTo(0L);
    }

    @Test
    void an_unknown_event_or_checkout_is_kept_and_left_alone(World world, TakeInNotice notices) throws Exception {
        String body = "{\"type\":\"weather.changed\",\"data\":{}}";
        assertThat(notices.take(world.cards, signed("msg_w", Instant.now(), body), body))
                .isEqualTo(KEPT);
        String stranger = succeeded("co_unknown", "sa_9");
        assertThat(notices.take(world.cards, signed("msg_s", Instant.now(), stranger), stranger))
                .isEqualTo(KEPT);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/notices").body())
                    .contains("not known here")
                    .contains("no collection has checkout co_unknown");
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "not json",
                "[]",
                "{\"type\":\"sale.succeeded\"}",
                "{\"type\":\"sale.succeeded\",\"data\":{\"id\":1}}",
                "{\"type\":\"sale.succeeded\",\"data\":{\"id\":\"sa\",\"checkout\":\"co\",\"amount\":\"-5.00\",\"currency\":\"EUR\",\"fee\":\"0.10\",\"captured_on\":\"2026-06-01\",\"card\":\"x\"}}",
                "{\"type\":\"sale.succeeded\",\"data\":{\"id\":\"sa\",\"checkout\":\"co\",\"amount\":\"5.00\",\"currency\":\"EUR\",\"fee\":\"-0.10\",\"captured_on\":\"2026-06-01\",\"card\":\"x\"}}",
                "{\"type\":\"sale.succeeded\",\"data\":{\"id\":\"sa\",\"checkout\":\"co\",\"amount\":\"5.00\",\"currency\":\"XQZ\",\"fee\":\"0.10\",\"captured_on\":\"2026-06-01\",\"card\":\"x\"}}",
                "{\"type\":\"sale.succeeded\",\"data\":{\"id\":\"sa\",\"checkout\":\"co\",\"amount\":\"9e99\",\"currency\":\"EUR\",\"fee\":\"0.10\",\"captured_on\":\"2026-06-01\",\"card\":\"x\"}}",
                "{\"type\":\"sale.succeeded\",\"data\":{\"id\":\"sa\",\"checkout\":\"co\",\"amount\":\"5.00\",\"currency\":\"EUR\",\"fee\":\"0.10\",\"captured_on\":\"9999-06-01\",\"card\":\"x\"}}",
                "{\"type\":\"sale.declined\",\"data\":[1]}"
            })
    void a_signed_notice_that_cannot_be_acted_on_is_kept_and_shown(String body, World world, TakeInNotice notices)
            throws Exception {
        assertThat(notices.take(world.cards, signed("msg_odd", Instant.now(), body), body))
                .isEqualTo(KEPT);
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/notices").body()).contains("kept, not acted on");
        }
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
            var request = HttpRequest.newBuilder(URI.create(world.url("/hooks/processor/" + world.cards)))
                    .header("webhook-id", headers.id())
                    .header("webhook-timestamp", headers.timestamp())
                    .header("webhook-signature", headers.signature())
                    .POST(HttpRequest.BodyPublishers.ofString(body))
                    .build();
            return http.send(request, HttpResponse.BodyHandlers.discarding()).statusCode();
        }
    }
}
