package exactum.app.cards;

import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.core.ids.ProcessorId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Acts on stored notices, oldest first, many in one transaction; one that cannot be acted on does not keep back the others and
 * is tried again after a minute. While notices pour in, storing them goes first: four fifths of the time are left to it. Killed, what was not committed waits as before.
 */
@Component
public class WorkNotices {
    private static final Logger LOG = LoggerFactory.getLogger(WorkNotices.class);
    private static final int TOGETHER = 50;
    private static final int REST = 4;
    private final TakeInNotice takeIn;
    private final NoticeStore notices;
    private final ActOnNotice act;
    private final ActOnSales actOnSales;
    private final FindSetup setup;
    private final JsonMapper json;
    private final TransactionTemplate transaction;

    WorkNotices(
            TakeInNotice takeIn,
            NoticeStore notices,
            ActOnNotice act,
            ActOnSales actOnSales,
            FindSetup setup,
            JsonMapper json,
            TransactionTemplate transaction) {
        this.takeIn = takeIn;
        this.notices = notices;
        this.act = act;
        this.actOnSales = actOnSales;
        this.setup = setup;
        this.json = json;
        this.transaction = transaction;
    }

    /** Acts on all that wait. */
    public void work() {
        for (List<NoticeStore.Key> next = notices.waiting(TOGETHER);
                !next.isEmpty();
                next = notices.waiting(TOGETHER)) {
            long began = System.nanoTime();
            try {
                actOn(next);
            } catch (RuntimeException oneOfThem) {
                next.forEach(this::alone);
            }
            if (takeIn.isPouring()) LockSupport.parkNanos(REST * (System.nanoTime() - began));
        }
    }

    private void alone(NoticeStore.Key one) {
        try {
            actOn(List.of(one));
        } catch (RuntimeException failed) {
            LOG.error("Notice {} could not be acted on; it is tried again", one.event(), failed);
            transaction.executeWithoutResult(
                    s -> notices.failed(one, "waiting to be acted on: it failed and is tried again"));
        }
    }

    private void actOn(List<NoticeStore.Key> keys) {
        transaction.executeWithoutResult(s -> {
            Map<ProcessorId, Map<NoticeStore.Key, JsonNode>> sales = new LinkedHashMap<>();
            Map<NoticeStore.Key, String> outcomes = new LinkedHashMap<>();
            for (NoticeStore.Waiting w : notices.lock(keys)) {
                JsonNode data = data(w.body());
                if (data == null) outcomes.put(w.key(), "kept, not acted on: it is not JSON");
                else if (w.kind().equals("sale.succeeded"))
                    sales.computeIfAbsent(w.key().processor(), p -> new LinkedHashMap<>())
                            .put(w.key(), data);
                else outcomes.put(w.key(), act.act(processor(w.key()), w.kind(), data));
            }
            sales.values()
                    .forEach(told -> outcomes.putAll(
                            actOnSales.act(processor(told.keySet().iterator().next()), told)));
            notices.acted(outcomes);
        });
    }

    private ProcessorAccount processor(NoticeStore.Key notice) {
        return setup.processor(notice.business(), notice.processor());
    }

    private JsonNode data(String body) {
        try {
            return json.readTree(body).path("data");
        } catch (JacksonException broken) {
            return null;
        }
    }
}
