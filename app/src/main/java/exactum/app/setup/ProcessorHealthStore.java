package exactum.app.setup;

import static exactumdb.Tables.PROCESSOR_ACCOUNT;
import static exactumdb.Tables.PROCESSOR_EVENT;

import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** How connections to processors fare, in the database: when one answered last, since when it has not, when it told something. */
@Component
public class ProcessorHealthStore {
    private static final Duration OFTEN_ENOUGH = Duration.ofMinutes(1);
    private final DSLContext db;
    private final BusinessClock clock;
    /** Good answers are written down once a minute by each instance; trouble and its end at once. */
    private final Map<ProcessorId, Instant> written = new ConcurrentHashMap<>();

    ProcessorHealthStore(DSLContext db, BusinessClock clock) {
        this.db = db;
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
        db.update(PROCESSOR_ACCOUNT)
                .set(PROCESSOR_ACCOUNT.ANSWERED_AT, now.atOffset(ZoneOffset.UTC))
                .setNull(PROCESSOR_ACCOUNT.TROUBLE)
                .setNull(PROCESSOR_ACCOUNT.TROUBLE_SINCE)
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(processor.business()))
                .and(PROCESSOR_ACCOUNT.ID.eq(processor.id()))
                .execute();
    }

    /** It did not answer. */
    public void trouble(ProcessorAccount processor, String words) {
        written.remove(processor.id());
        OffsetDateTime now = clock.now().atOffset(ZoneOffset.UTC);
        db.update(PROCESSOR_ACCOUNT)
                .set(PROCESSOR_ACCOUNT.TROUBLE, words)
                .set(PROCESSOR_ACCOUNT.TROUBLE_SINCE, DSL.coalesce(PROCESSOR_ACCOUNT.TROUBLE_SINCE, now))
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(processor.business()))
                .and(PROCESSOR_ACCOUNT.ID.eq(processor.id()))
                .execute();
    }

    /** Of all connections of a business. */
    public Map<ProcessorId, Health> of(BusinessId business) {
        Map<ProcessorId, Instant> notices = new HashMap<>();
        db.select(PROCESSOR_EVENT.PROCESSOR_ID, DSL.max(PROCESSOR_EVENT.RECEIVED_AT))
                .from(PROCESSOR_EVENT)
                .where(PROCESSOR_EVENT.BUSINESS_ID.eq(business))
                .groupBy(PROCESSOR_EVENT.PROCESSOR_ID)
                .forEach(r -> notices.put(r.value1(), r.value2().toInstant()));
        Map<ProcessorId, Health> all = new HashMap<>();
        db.selectFrom(PROCESSOR_ACCOUNT)
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(business))
                .forEach(p -> all.put(
                        p.getId(),
                        new Health(
                                at(p.getAnsweredAt()),
                                p.getTrouble(),
                                at(p.getTroubleSince()),
                                notices.get(p.getId()))));
        return all;
    }

    private static Instant at(OffsetDateTime moment) {
        return moment == null ? null : moment.toInstant();
    }
}
