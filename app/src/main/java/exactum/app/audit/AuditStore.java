package exactum.app.audit;

import static exactumdb.Tables.AUDIT_RECORD;

import exactum.app.database.CopyRows;
import exactum.app.database.Ids;
import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactumdb.tables.records.AuditRecordRecord;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.stream.Stream;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.JSONB;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Audit records in the database, which lets nobody edit them. */
@Component
class AuditStore implements FindDeeds {
    private final DSLContext db;
    private final JsonMapper json;

    AuditStore(DSLContext db, JsonMapper json) {
        this.db = db;
        this.json = json;
    }

    /** One recorded deed. */
    record Deed(OffsetDateTime at, String who, String what, String subject, List<Changes.Change> changes) {}

    void insert(BusinessId business, String who, String what, String subject, Changes changes) {
        db.insertInto(AUDIT_RECORD)
                .set(AUDIT_RECORD.BUSINESS_ID, business)
                .set(AUDIT_RECORD.ID, Ids.next())
                .set(AUDIT_RECORD.WHO, who)
                .set(AUDIT_RECORD.WHAT, what)
                .set(AUDIT_RECORD.SUBJECT, subject)
                .set(
                        AUDIT_RECORD.CHANGES,
                        changes.isEmpty() ? null : JSONB.valueOf(json.writeValueAsString(changes.all())))
                .execute();
    }

    void insertAll(BusinessId business, String who, String what, List<String> subjects) {
        CopyRows.into(
                db,
                subjects.stream()
                        .map(subject -> new AuditRecordRecord()
                                .setBusinessId(business)
                                .setId(Ids.next())
                                .setWho(who)
                                .setWhat(what)
                                .setSubject(subject))
                        .toList());
    }

    /** Deeds in which all the words stand, newest first. */
    List<Deed> list(BusinessId business, String words, Slice slice) {
        return db.selectFrom(AUDIT_RECORD)
                .where(AUDIT_RECORD.BUSINESS_ID.eq(business))
                .and(said(words))
                .orderBy(AUDIT_RECORD.ID.desc())
                .offset(slice.skipped())
                .limit(slice.most())
                .fetch(r -> new Deed(
                        r.getRecordedAt(),
                        r.getWho(),
                        r.getWhat(),
                        r.getSubject(),
                        r.getChanges() == null
                                ? List.of()
                                : List.of(json.readValue(r.getChanges().data(), Changes.Change[].class))));
    }

    int count(BusinessId business, String words) {
        return db.fetchCount(AUDIT_RECORD, AUDIT_RECORD.BUSINESS_ID.eq(business), said(words));
    }

    @Override
    public List<Done> byItself(BusinessId business, Instant from, Instant to) {
        Field<Integer> times = DSL.count();
        return db.select(AUDIT_RECORD.WHAT, times, DSL.min(AUDIT_RECORD.SUBJECT))
                .from(AUDIT_RECORD)
                .where(AUDIT_RECORD.BUSINESS_ID.eq(business))
                .and(AUDIT_RECORD.WHO.eq(DSL.inline(Audit.EXACTUM)))
                .and(AUDIT_RECORD.RECORDED_AT.between(from.atOffset(ZoneOffset.UTC), to.atOffset(ZoneOffset.UTC)))
                .groupBy(AUDIT_RECORD.WHAT)
                .orderBy(times.desc(), AUDIT_RECORD.WHAT)
                .fetch(r -> new Done(r.value1(), r.value2(), r.value3()));
    }

    private static Condition said(String words) {
        Field<String> all = DSL.concat(
                AUDIT_RECORD.WHO,
                DSL.inline(" "),
                AUDIT_RECORD.WHAT,
                DSL.inline(" "),
                AUDIT_RECORD.SUBJECT,
                DSL.inline(" "),
                DSL.coalesce(AUDIT_RECORD.CHANGES.cast(String.class), DSL.inline("")));
        return Stream.of(words.split("\\s+"))
                .filter(w -> !w.isEmpty())
                .map(w -> (Condition) all.containsIgnoreCase(w))
                .reduce(DSL.trueCondition(), Condition::and);
    }
}
