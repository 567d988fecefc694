package exactum.app;

import static exactum.app.Notices.signed;
import static exactum.app.World.euro;
import static exactum.app.cards.TakeInNotice.Outcome.NOT_GENUINE;
import static exactum.app.cards.TakeInNotice.Outcome.SEEN_BEFORE;
import static exactum.app.cards.TakeInNotice.Outcome.STORED;
import static org.assertj.core.api.Assertions.assertThat;

import exactum.app.cards.TakeInNotice;
import exactum.app.cards.TakeInNotice.Headers;
import exactum.app.cards.WorkNotices;
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
import java.util.ArrayList;
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
    private static String succeeded(String checkout, String sale) {
        return """
                {"type":"sale.succeeded","timestamp":"2026-06-01T10:00:00Z","data":{"id":"%s","checkout":"%s","reference":"x","amount":"832.74","currency":"EUR","fee":"20.24","captured_on":"2026-06-01","card":"Visa ending 1111"}}""".formatted(sale, checkout);
    }

    @Test
    void a_genuine_notice_pays_the_invoice_once_however_often_it_comes(
            World world, TakeInNotice notices, FindPayments payments, FindMessages messages) throws Exception {
        Document invoice = world.invoice();
        String body = succeeded(world.desk.cardPage(invoice).reference, "sa_1");
        Headers headers = signed("msg_1", Instant.now(), body);
        assertThat(notices.take(world.cards, headers, body)).isEqualTo(STORED);
        assertThat(notices.take(world.cards, headers, body)).isEqualTo(SEEN_BEFORE);
        assertThat(world.open(invoice)).isEqualTo(euro("832.74"));
        world.bean(WorkNotices.class).work();
        assertThat(notices.take(world.cards, headers, body)).isEqualTo(SEEN_BEFORE);
        assertThat(world.desk.notice("1b", body)).isEqualTo("payment was there already");
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
        String body = succeeded(world.desk.cardPage(invoice).reference, "sa_2");
        Headers headers = signed("msg_2", Instant.now(), body);
        try (var pool = Executors.newFixedThreadPool(8)) {
            List<Callable<TakeInNotice.Outcome>> same =
                    Collections.nCopies(8, () -> notices.take(world.cards, headers, body));
            int taken = 0;
            for (var outcome : pool.invokeAll(same)) taken += outcome.get() == STORED ? 1 : 0;
            assertThat(taken).isOne();
            Callable<Void> work = () -> {
                world.bean(WorkNotices.class).work();
                return null;
            };
            for (var done : pool.invokeAll(Collections.nCopies(4, work))) done.get();
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
    void an_unknown_event_or_checkout_is_kept_and_left_alone(World world) {
        String body = "{\"type\":\"weather.changed\",\"data\":{}}";
        assertThat(world.desk.notice("w", body)).startsWith("kept, not acted on");
        assertThat(world.desk.notice("s", succeeded("co_unknown", "sa_9"))).startsWith("kept, not acted on");
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
    void a_signed_notice_that_cannot_be_acted_on_is_kept_and_shown(String body, World world) {
        assertThat(world.desk.notice("odd", body)).startsWith("kept, not acted on");
        try (var ada = new Visitor(world, "ada")) {
            assertThat(ada.get("/notices").body()).contains("kept, not acted on");
        }
    }

    @Test
    void a_hundred_at_once_are_each_stored_once_and_a_forged_one_among_them_is_not(
            World world, TakeInNotice notices, DSLContext db) throws Exception {
        String body = "{\"type\":\"weather.changed\",\"data\":{}}";
        try (var threads = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Callable<TakeInNotice.Outcome>> calls = new ArrayList<>();
            for (int i = 0; i < 100; i++) {
                Headers headers = signed("msg_many" + i, Instant.now(), i == 50 ? body + " " : body);
                calls.add(() -> notices.take(world.cards, headers, body));
            }
            var outcomes = new ArrayList<TakeInNotice.Outcome>();
            for (var done : threads.invokeAll(calls)) outcomes.add(done.get());
            assertThat(outcomes).filteredOn(o -> o == STORED).hasSize(99);
            assertThat(outcomes.get(50)).isEqualTo(NOT_GENUINE);
        }
        world.bean(WorkNotices.class).work();
        assertThat(db.fetchValue("select count(*) from processor_event where acted_at is not null"))
                .isEqualTo(99L);
    }

    @Test
    void one_that_fails_keeps_back_no_other_and_is_tried_again(World world, TakeInNotice notices, DSLContext db)
            throws Exception {
        Document invoice = world.invoice();
        String body = succeeded(world.desk.cardPage(invoice).reference, "sa_late");
        Headers headers = signed("msg_late", Instant.now(), body);
        notices.take(world.cards, headers, body);
        world.asOwner("alter table receipt rename to receipt_away");
        try {
            assertThat(world.desk.notice("other", "{\"type\":\"weather.changed\"}"))
                    .startsWith("kept");
        } finally {
            world.asOwner("alter table receipt_away rename to receipt");
        }
        assertThat(db.fetchValue("select outcome from processor_event where event_id = 'msg_late'"))
                .isEqualTo("waiting to be acted on: it failed and is tried again");
        world.asOwner("update processor_event set tried_at = now() - interval '2 minutes'");
        world.bean(WorkNotices.class).work();
        assertThat(world.open(invoice).isZero()).isTrue();
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

    @Test
    void one_that_cannot_be_stored_is_not_taken_and_the_next_one_is(World world) throws Exception {
        String body = "{\"type\":\"weather.changed\",\"data\":{}}";
        world.asOwner("alter table processor_event rename to processor_event_away");
        try {
            assertThat(post(world, signed("msg_lost", Instant.now(), body), body))
                    .isEqualTo(500);
        } finally {
            world.asOwner("alter table processor_event_away rename to processor_event");
        }
        assertThat(post(world, signed("msg_lost", Instant.now(), body), body)).isEqualTo(202);
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
