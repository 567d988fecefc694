package exactum.app.setup;

import static exactumdb.Tables.PROCESSOR_ACCOUNT;
import static exactumdb.Tables.PROCESSOR_EVENT;

import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** How connections to processors fare, in the database. */
@Component
class ProcessorHealthStore {
    private final DSLContext db;

    ProcessorHealthStore(DSLContext db) {
        this.db = db;
    }

    void answered(ProcessorAccount processor, Instant now) {
        db.update(PROCESSOR_ACCOUNT)
                .set(PROCESSOR_ACCOUNT.ANSWERED_AT, now.atOffset(ZoneOffset.UTC))
                .setNull(PROCESSOR_ACCOUNT.TROUBLE)
                .setNull(PROCESSOR_ACCOUNT.TROUBLE_SINCE)
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(processor.business()))
                .and(PROCESSOR_ACCOUNT.ID.eq(processor.id()))
                .execute();
    }

    void can(ProcessorAccount processor, Set<ProcessorPort.Ability> can) {
        db.update(PROCESSOR_ACCOUNT)
                .set(
                        PROCESSOR_ACCOUNT.CAN,
                        can.stream().map(Enum::name).sorted().toArray(String[]::new))
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(processor.business()))
                .and(PROCESSOR_ACCOUNT.ID.eq(processor.id()))
                .execute();
    }

    /** Since when it is so stays what it was. */
    void trouble(ProcessorAccount processor, String words, Instant at) {
        OffsetDateTime now = at.atOffset(ZoneOffset.UTC);
        db.update(PROCESSOR_ACCOUNT)
                .set(PROCESSOR_ACCOUNT.TROUBLE, words)
                .set(PROCESSOR_ACCOUNT.TROUBLE_SINCE, DSL.coalesce(PROCESSOR_ACCOUNT.TROUBLE_SINCE, now))
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(processor.business()))
                .and(PROCESSOR_ACCOUNT.ID.eq(processor.id()))
                .execute();
    }

    Map<ProcessorId, ProcessorHealth.Health> of(BusinessId business) {
        Map<ProcessorId, Instant> notices = new HashMap<>();
        db.select(PROCESSOR_EVENT.PROCESSOR_ID, DSL.max(PROCESSOR_EVENT.RECEIVED_AT))
                .from(PROCESSOR_EVENT)
                .where(PROCESSOR_EVENT.BUSINESS_ID.eq(business))
                .groupBy(PROCESSOR_EVENT.PROCESSOR_ID)
                .forEach(r -> notices.put(r.value1(), r.value2().toInstant()));
        Map<ProcessorId, ProcessorHealth.Health> all = new HashMap<>();
        db.selectFrom(PROCESSOR_ACCOUNT)
                .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(business))
                .forEach(p -> all.put(
                        p.getId(),
                        new ProcessorHealth.Health(
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
