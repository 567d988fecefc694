package exactum.app.setup;

import exactum.app.installation.BusinessClock;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** How connections to processors fare: when one answered last, since when it has not, when it told something. */
@Component
public class ProcessorHealth {
    private static final Duration OFTEN_ENOUGH = Duration.ofMinutes(1);
    private final ProcessorHealthStore store;
    private final BusinessClock clock;
    /** Good answers are written down once a minute by each instance; trouble and its end at once. */
    private final Map<ProcessorId, Instant> written = new ConcurrentHashMap<>();

    ProcessorHealth(ProcessorHealthStore store, BusinessClock clock) {
        this.store = store;
        this.clock = clock;
    }

    /**
     * How one fares.
     *
     * @param answeredAt and noticeAt are null before the first
     * @param trouble why it does not answer, or null
     */
    public record Health(Instant answeredAt, String trouble, Instant troubleSince, Instant noticeAt) {}

    /** It answered. */
    public void answered(ProcessorAccount processor) {
        Instant now = clock.now();
        Instant before = written.get(processor.id());
        if (before != null && before.plus(OFTEN_ENOUGH).isAfter(now)) return;
        written.put(processor.id(), now);
        store.answered(processor, now);
    }

    /** It did not answer. */
    public void trouble(ProcessorAccount processor, String words) {
        written.remove(processor.id());
        store.trouble(processor, words, clock.now());
    }

    /** It said what it can do. */
    public void said(ProcessorAccount processor, Set<ProcessorPort.Ability> can) {
        if (!can.equals(processor.can())) store.can(processor, can);
    }

    /** Of all connections of a business. */
    public Map<ProcessorId, Health> of(BusinessId business) {
        return store.of(business);
    }
}
