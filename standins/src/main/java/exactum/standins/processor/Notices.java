package exactum.standins.processor;

import com.standardwebhooks.Webhook;
import com.standardwebhooks.exceptions.EmptyWebhookSecretException;
import com.standardwebhooks.exceptions.WebhookSigningException;
import exactum.standins.shelf.Shelf;
import exactum.standins.shelf.Shelves;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Notices to the merchant, signed by Standard Webhooks 1.0, delivered at once and again until they are taken. */
@Component
public class Notices implements DisposableBean {
    private static final List<Duration> DELAYS = List.of(
            Duration.ofSeconds(2),
            Duration.ofSeconds(5),
            Duration.ofSeconds(30),
            Duration.ofMinutes(5),
            Duration.ofMinutes(30),
            Duration.ofHours(2));
    private final Shelf<Notice> shelf;
    private final Desk desk;
    private final JsonMapper json;
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(3)).build();
    private final ScheduledExecutorService timer = Executors.newSingleThreadScheduledExecutor(
            Thread.ofPlatform().daemon().name("notices").factory());

    Notices(Shelves shelves, JsonMapper json, Desk desk) {
        shelf = shelves.of("processor/notices", Notice.class);
        this.desk = desk;
        this.json = json;
        timer.scheduleWithFixedDelay(this::deliverDue, 1, 1, TimeUnit.SECONDS);
    }

    /**
     * A notice on its way.
     *
     * @param account its currency
     * @param state waiting, delivered, swallowed or given up
     */
    public record Notice(
            String id,
            String account,
            String type,
            String body,
            Instant madeAt,
            int attempts,
            Instant nextTry,
            String state,
            String lastAnswer) {}

    void send(String account, String type, Map<String, ?> data) {
        String id = "msg_" + UUID.randomUUID().toString().replace("-", "");
        String body = json.writeValueAsString(
                Map.of("type", type, "timestamp", Instant.now().toString(), "data", data));
        boolean swallowed = desk.swallowsNext(account);
        shelf.put(
                id,
                new Notice(
                        id,
                        account,
                        type,
                        body,
                        Instant.now(),
                        0,
                        Instant.now().plusSeconds(desk.account(account).faults().noticeDelaySeconds()),
                        swallowed ? "swallowed" : "waiting",
                        ""));
        if (!swallowed && !desk.account(account).noticesTo().isEmpty()) timer.execute(this::deliverDue);
    }

    public List<Notice> newest() {
        return shelf.newest(Comparator.comparing(Notice::madeAt)).stream()
                .limit(100)
                .toList();
    }

    /** Delivers all that wait, whatever their time. */
    public synchronized void deliverAll() {
        for (Notice notice : List.copyOf(shelf.all())) if (notice.state().equals("waiting")) deliver(notice);
    }

    /** Sends a notice once more, as a processor's support would. */
    void again(String id) {
        shelf.find(id).ifPresent(this::deliver);
    }

    private synchronized void deliverDue() {
        Instant now = Instant.now();
        List<Notice> due =
                shelf.all().stream().filter(n -> isDue(n, now)).sorted(order()).toList();
        due.forEach(this::deliver);
    }

    /** The oldest first; the newest where an account's notices come in another order on purpose. */
    private Comparator<Notice> order() {
        Comparator<Notice> oldest = Comparator.comparing(Notice::madeAt);
        boolean reordered = desk.accounts().stream().anyMatch(a -> a.faults().reordered());
        return reordered ? oldest.reversed() : oldest;
    }

    private boolean isDue(Notice notice, Instant now) {
        return notice.state().equals("waiting")
                && !notice.nextTry().isAfter(now)
                && !desk.account(notice.account()).noticesTo().isEmpty();
    }

    private void deliver(Notice notice) {
        String answer = post(notice);
        boolean taken = answer.startsWith("2");
        int attempts = notice.attempts() + 1;
        boolean over = !taken && attempts > DELAYS.size();
        Instant next = Instant.now().plus(DELAYS.get(Math.min(attempts, DELAYS.size()) - 1));
        shelf.put(
                notice.id(),
                new Notice(
                        notice.id(),
                        notice.account(),
                        notice.type(),
                        notice.body(),
                        notice.madeAt(),
                        attempts,
                        next,
                        taken ? "delivered" : over ? "given up" : "waiting",
                        answer));
    }

    private String post(Notice notice) {
        Desk.Account state = desk.account(notice.account());
        if (state.noticesTo().isEmpty()) return "no address";
        long timestamp = Instant.now().getEpochSecond();
        try {
            String signature = new Webhook(state.signingSecret()).sign(notice.id(), timestamp, notice.body());
            var request = HttpRequest.newBuilder(URI.create(state.noticesTo()))
                    .timeout(Duration.ofSeconds(15))
                    .header("content-type", "application/json")
                    .header("webhook-id", notice.id())
                    .header("webhook-timestamp", Long.toString(timestamp))
                    .header("webhook-signature", signature)
                    .POST(HttpRequest.BodyPublishers.ofString(notice.body()))
                    .build();
            return Integer.toString(
                    http.send(request, HttpResponse.BodyHandlers.discarding()).statusCode());
        } catch (IOException unreachable) {
            return "unreachable";
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return "interrupted";
        } catch (WebhookSigningException | EmptyWebhookSecretException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void destroy() {
        timer.shutdownNow();
    }
}
