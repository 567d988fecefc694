package exactum.app.cards;

import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.CardNumber;
import exactum.core.ids.ProcessorId;
import exactum.core.text.CleanText;
import exactum.core.text.TextKind;
import exactumdb.tables.records.ProcessorEventRecord;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Takes in a signed notice of the processor: it is checked and stored once before the processor hears that we have it, and
 * acted on right after ({@link WorkNotices}). Those that arrive within a few milliseconds, or while others are being stored, are
 * stored together, so that many a second cost few transactions.
 */
@Component
public class TakeInNotice implements DisposableBean {
    private static final int MOST_TOGETHER = 500;
    private static final long GATHERING = 5;
    private static final int LONGEST_SECONDS = 20;
    private final FindSetup setup;
    private final NoticeStore notices;
    private final BusinessClock clock;
    private final JsonMapper json;
    private final TransactionTemplate transaction;
    private final BlockingQueue<Arrival> arrived = new LinkedBlockingQueue<>();
    private final Thread storing;
    private final Pouring pouring = new Pouring();

    TakeInNotice(
            FindSetup setup,
            NoticeStore notices,
            BusinessClock clock,
            JsonMapper json,
            TransactionTemplate transaction) {
        this.setup = setup;
        this.notices = notices;
        this.clock = clock;
        this.json = json;
        this.transaction = transaction;
        storing = Thread.ofPlatform().daemon().name("notices").start(this::storeWhatArrives);
    }

    /** The three headers of a notice. */
    public record Headers(String id, String timestamp, String signature) {}

    /** What became of a notice that arrived. */
    public enum Outcome {
        STORED,
        SEEN_BEFORE,
        NOT_GENUINE
    }

    private record Arrival(ProcessorId processor, Headers headers, String body, CompletableFuture<Outcome> outcome) {}

    /** Answers when it is stored for good. */
    public Outcome take(ProcessorId processor, Headers headers, String body) {
        var arrival = new Arrival(processor, headers, body, new CompletableFuture<>());
        arrived.add(arrival);
        try {
            return arrival.outcome()
                    .orTimeout(LONGEST_SECONDS, TimeUnit.SECONDS)
                    .join();
        } catch (CompletionException failed) {
            throw new IllegalStateException("the notice could not be stored", failed.getCause());
        }
    }

    private void storeWhatArrives() {
        try {
            while (true) {
                List<Arrival> together = new ArrayList<>(List.of(arrived.take()));
                TimeUnit.MILLISECONDS.sleep(GATHERING);
                arrived.drainTo(together, MOST_TOGETHER);
                store(together);
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    /** What is still being stored is not answered, and is sent again. */
    @Override
    public void destroy() {
        storing.interrupt();
    }

    private void store(List<Arrival> together) {
        try {
            storeAll(together);
        } catch (RuntimeException | Error oneOfThem) {
            for (Arrival one : together) {
                try {
                    storeAll(List.of(one));
                } catch (RuntimeException | Error failed) {
                    one.outcome().completeExceptionally(failed);
                }
            }
        }
    }

    boolean isPouring() {
        return pouring.isSo();
    }

    private void storeAll(List<Arrival> together) {
        Map<ProcessorId, Optional<ProcessorAccount>> accounts = new HashMap<>();
        Map<Arrival, ProcessorEventRecord> genuine = new HashMap<>();
        Instant now = clock.now();
        for (Arrival a : together)
            accounts.computeIfAbsent(a.processor(), setup::findProcessor)
                    .filter(p -> NoticeSignature.isGenuine(p.access(), a.headers(), a.body(), now))
                    .ifPresent(p -> genuine.put(a, written(p, a)));
        pouring.arrived(genuine.size());
        Set<NoticeStore.Key> fresh = genuine.isEmpty()
                ? Set.of()
                : new HashSet<>(transaction.execute(s -> notices.noteAll(List.copyOf(genuine.values()))));
        for (Arrival a : together)
            a.outcome()
                    .complete(
                            !genuine.containsKey(a)
                                    ? Outcome.NOT_GENUINE
                                    : fresh.remove(key(genuine.get(a))) ? Outcome.STORED : Outcome.SEEN_BEFORE);
    }

    private static NoticeStore.Key key(ProcessorEventRecord notice) {
        return new NoticeStore.Key(notice.getBusinessId(), notice.getProcessorId(), notice.getEventId());
    }

    private ProcessorEventRecord written(ProcessorAccount processor, Arrival arrival) {
        return new ProcessorEventRecord()
                .setBusinessId(processor.business())
                .setProcessorId(processor.id())
                .setEventId(CleanText.harmless(arrival.headers().id(), NoticeSignature.LONGEST_ID))
                .setKind(kind(arrival.body()))
                .setBody(CardNumber.masked(arrival.body().replace('\0', '\uFFFD')))
                .setSentAt(
                        Instant.ofEpochSecond(Long.parseLong(arrival.headers().timestamp()))
                                .atOffset(ZoneOffset.UTC))
                .setOutcome("waiting to be acted on");
    }

    private String kind(String body) {
        try {
            String kind = CleanText.harmless(json.readTree(body).path("type").asString(""), TextKind.CODE.most());
            return kind.isEmpty() ? "unnamed" : kind;
        } catch (JacksonException broken) {
            return "unnamed";
        }
    }
}
