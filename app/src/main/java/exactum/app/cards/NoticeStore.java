package exactum.app.cards;

import static exactumdb.Tables.PROCESSOR_EVENT;

import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import exactumdb.tables.records.ProcessorEventRecord;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** The processors' notices in the database. */
@Component
class NoticeStore {
    private final DSLContext db;

    NoticeStore(DSLContext db) {
        this.db = db;
    }

    /** A notice as lists show it. */
    record Notice(String id, String kind, OffsetDateTime receivedAt, String outcome) {}

    /** Which notice of which connection. */
    record Key(BusinessId business, ProcessorId processor, String event) {}

    /** One that waits to be acted on, as it was stored. */
    record Waiting(Key key, String kind, String body) {}

    /** Notes notices and answers those that were not noted before; each of them once. */
    List<Key> noteAll(List<ProcessorEventRecord> notices) {
        return db.insertInto(PROCESSOR_EVENT)
                .set(notices)
                .onConflictDoNothing()
                .returningResult(PROCESSOR_EVENT.BUSINESS_ID, PROCESSOR_EVENT.PROCESSOR_ID, PROCESSOR_EVENT.EVENT_ID)
                .fetch(r -> new Key(r.value1(), r.value2(), r.value3()));
    }

    /** The oldest that wait and did not fail within the last minute. */
    List<Key> waiting(int most) {
        return db.select(PROCESSOR_EVENT.BUSINESS_ID, PROCESSOR_EVENT.PROCESSOR_ID, PROCESSOR_EVENT.EVENT_ID)
                .from(PROCESSOR_EVENT)
                .where(PROCESSOR_EVENT.ACTED_AT.isNull())
                .and(PROCESSOR_EVENT
                        .TRIED_AT
                        .isNull()
                        .or(PROCESSOR_EVENT.TRIED_AT.lt(
                                DSL.field("now() - interval '1 minute'", OffsetDateTime.class))))
                .orderBy(PROCESSOR_EVENT.RECEIVED_AT, PROCESSOR_EVENT.EVENT_ID)
                .limit(most)
                .fetch(r -> new Key(r.value1(), r.value2(), r.value3()));
    }

    /** Locks notices, in one order for all; those that somebody acted on meanwhile are not among them. */
    List<Waiting> lock(Collection<Key> keys) {
        return db.selectFrom(PROCESSOR_EVENT)
                .where(among(keys))
                .and(PROCESSOR_EVENT.ACTED_AT.isNull())
                .orderBy(PROCESSOR_EVENT.RECEIVED_AT, PROCESSOR_EVENT.EVENT_ID)
                .forUpdate()
                .fetch(e -> new Waiting(
                        new Key(e.getBusinessId(), e.getProcessorId(), e.getEventId()), e.getKind(), e.getBody()));
    }

    /** What was done about notices. */
    void acted(Map<Key, String> outcomes) {
        outcomes.entrySet().stream()
                .collect(Collectors.groupingBy(
                        Map.Entry::getValue, Collectors.mapping(Map.Entry::getKey, Collectors.toList())))
                .forEach((outcome, keys) -> db.update(PROCESSOR_EVENT)
                        .set(PROCESSOR_EVENT.OUTCOME, outcome)
                        .set(PROCESSOR_EVENT.ACTED_AT, DSL.currentOffsetDateTime())
                        .where(among(keys))
                        .execute());
    }

    /** It could not be acted on; it waits a minute. */
    void failed(Key notice, String why) {
        db.update(PROCESSOR_EVENT)
                .set(PROCESSOR_EVENT.OUTCOME, why)
                .set(PROCESSOR_EVENT.TRIED_AT, DSL.currentOffsetDateTime())
                .where(among(List.of(notice)))
                .execute();
    }

    List<Notice> latest(BusinessId business, int most) {
        return db.selectFrom(PROCESSOR_EVENT)
                .where(PROCESSOR_EVENT.BUSINESS_ID.eq(business))
                .orderBy(PROCESSOR_EVENT.RECEIVED_AT.desc())
                .limit(most)
                .fetch(e -> new Notice(e.getEventId(), e.getKind(), e.getReceivedAt(), e.getOutcome()));
    }

    /** Grouped by connection, so that its key's index serves. */
    private static Condition among(Collection<Key> keys) {
        return DSL.or(keys.stream().collect(Collectors.groupingBy(Key::processor)).values().stream()
                .map(ofOne -> PROCESSOR_EVENT
                        .BUSINESS_ID
                        .eq(ofOne.getFirst().business())
                        .and(PROCESSOR_EVENT.PROCESSOR_ID.eq(ofOne.getFirst().processor()))
                        .and(PROCESSOR_EVENT.EVENT_ID.eq(
                                DSL.any(ofOne.stream().map(Key::event).toArray(String[]::new)))))
                .toList());
    }
}
