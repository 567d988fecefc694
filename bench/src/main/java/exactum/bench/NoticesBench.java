package exactum.bench;

import com.standardwebhooks.Webhook;
import com.standardwebhooks.exceptions.EmptyWebhookSecretException;
import com.standardwebhooks.exceptions.WebhookSigningException;
import exactum.app.cards.WorkNotices;
import exactum.app.setup.ProcessorAccount;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import exactum.pg.ThrowawayPostgres;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import org.jooq.DSLContext;

/**
 * Signed notices of a processor over HTTP, a thousand due each second for a minute over at most 64 connections, each timed from when it
 * was due, while they are
 * being acted on: of ten one tells of a new sale, four come again under their own id, five tell of a known sale under another.
 * None is lost and each sale is paid once. Sender, application and database share the machine.
 */
public final class NoticesBench {
    private static final int PER_SECOND = 1_000;
    private static final int WARM_SECONDS = 40;
    private static final int OF_A_SALE = 10;
    private static final int UNDER_ITS_OWN_ID = 4;
    private static final String SECRET =
            "whsec_" + Base64.getEncoder().encodeToString("thirty-two bytes for the notices".getBytes());

    private NoticesBench() {}

    /** Which sale is told of, and which of its further notices it is; zero for the first. */
    private record Told(int sale, int again) {}

    public static void main(String[] arguments) throws Exception {
        int seconds = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 60;
        int sales = seconds * PER_SECOND / OF_A_SALE;
        int before = WARM_SECONDS * PER_SECOND / OF_A_SALE;
        try (var postgres = ThrowawayPostgres.start();
                var ground = new BenchGround(postgres)) {
            BusinessId business = ground.businesses.getFirst();
            ground.rows.seed(business, before + sales, "2026-06-01");
            BillingBench.bill(ground, business);
            ProcessorId processor = CardsBench.processor(
                    ground, business, new ProcessorAccount.Access("http://127.0.0.1:1/", "key", SECRET));
            ground.rows.openCardPages(business, processor);
            ground.rows.settleDown();
            URI to = URI.create(ground.address() + "/hooks/processor/" + processor);
            try (var http = HttpClient.newHttpClient()) {
                whileActedOn(ground, () -> send(http, to, notices(0, before)));
                List<Told> notices = notices(before, sales);
                long began = System.nanoTime();
                OpenLoop.Answers sent = whileActedOn(ground, () -> send(http, to, notices));
                print(ground, sent, before + sales, notices.size(), (System.nanoTime() - began) / 1e9);
            }
        }
    }

    private static void print(BenchGround ground, OpenLoop.Answers sent, int sales, int notices, double untilDone) {
        DSLContext db = ground.bean(DSLContext.class);
        int stored = db.fetchSingle(
                        "select count(*) from processor_event where acted_at is not null and kind = 'sale.succeeded'")
                .get(0, Integer.class);
        int paid =
                db.fetchSingle("select count(distinct sale_ref) from receipt").get(0, Integer.class);
        int receipts = db.fetchSingle("select count(*) from receipt").get(0, Integer.class);
        int open = db.fetchSingle("select count(*) from claim where left_minor > 0")
                .get(0, Integer.class);
        if (receipts != paid || paid != sales || open != 0)
            throw new IllegalStateException(
                    "%d sales, %d receipts of %d sales, %d open".formatted(sales, receipts, paid, open));
        int distinct = sales * (OF_A_SALE - UNDER_ITS_OWN_ID);
        System.out.printf(
                Locale.ROOT,
                "%,d notices, half of them answered within %.1f ms; %,d sales paid and all acted on after %.1f s%n",
                notices,
                sent.half(),
                notices / OF_A_SALE,
                untilDone);
        System.out.printf(
                Locale.ROOT,
                "per_s=%.0f p99_ms=%.1f lost=%d acted_on_per_s=%.0f heap_mb=%d%n",
                sent.perSecond(),
                sent.p99(),
                distinct - stored + sent.wrong(),
                notices / OF_A_SALE * (OF_A_SALE - UNDER_ITS_OWN_ID) / untilDone,
                BenchGround.peakHeapMb());
    }

    /** Meanwhile notices are acted on as the application's timer does, every two seconds, and then all that is left. */
    private static OpenLoop.Answers whileActedOn(BenchGround ground, Callable<OpenLoop.Answers> sending)
            throws Exception {
        WorkNotices work = ground.bean(WorkNotices.class);
        var on = new AtomicBoolean(true);
        Thread worker = Thread.ofPlatform().start(() -> {
            while (on.get()) {
                work.work();
                LockSupport.parkNanos(2_000_000_000);
            }
            work.work();
        });
        OpenLoop.Answers sent = sending.call();
        on.set(false);
        worker.join();
        return sent;
    }

    private static OpenLoop.Answers send(HttpClient http, URI to, List<Told> notices) {
        return OpenLoop.send(
                http, PER_SECOND, notices.size(), i -> signed(to, notices.get(i)), answer -> answer.statusCode() < 300);
    }

    private static List<Told> notices(int first, int sales) {
        var all = new ArrayList<Told>();
        for (int sale = first; sale < first + sales; sale++)
            for (int i = 0; i < OF_A_SALE; i++) all.add(new Told(sale, Math.max(0, i - UNDER_ITS_OWN_ID)));
        Collections.shuffle(all, new Random(12));
        return all;
    }

    private static HttpRequest signed(URI to, Told told) {
        String id = "msg_%d_%d".formatted(told.sale(), told.again());
        String body = """
                {"type":"sale.succeeded","timestamp":"2026-06-01T10:00:00Z","data":{"id":"sa_%1$d","checkout":"co_K-%2$d","reference":"x","amount":"832.74","currency":"EUR","fee":"20.24","captured_on":"2026-06-01","card":"Visa ending 1111"}}""".formatted(told.sale(), told.sale() + 1);
        long now = Instant.now().getEpochSecond();
        return HttpRequest.newBuilder(to)
                .header("content-type", "application/json")
                .header("webhook-id", id)
                .header("webhook-timestamp", Long.toString(now))
                .header("webhook-signature", signature(id, now, body))
                .POST(HttpRequest.BodyPublishers.ofString(body))
                .build();
    }

    private static String signature(String id, long at, String body) {
        try {
            return new Webhook(SECRET).sign(id, at, body);
        } catch (WebhookSigningException | EmptyWebhookSecretException e) {
            throw new IllegalStateException(e);
        }
    }
}
