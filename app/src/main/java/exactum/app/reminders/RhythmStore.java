package exactum.app.reminders;

import static exactumdb.Tables.REMINDER_RHYTHM;

import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Rhythms in the database. */
@Component
class RhythmStore {
    private static final TypeReference<List<KeptRhythm.Step>> STEPS = new TypeReference<>() {};
    private final DSLContext db;
    private final JsonMapper json;

    RhythmStore(DSLContext db, JsonMapper json) {
        this.db = db;
        this.json = json;
    }

    /** All of them, everybody's first. */
    List<KeptRhythm> all(BusinessId business) {
        return db.selectFrom(REMINDER_RHYTHM)
                .where(REMINDER_RHYTHM.BUSINESS_ID.eq(business))
                .orderBy(REMINDER_RHYTHM.CHOSEN.desc(), REMINDER_RHYTHM.NAME)
                .fetch(r -> new KeptRhythm(
                        r.getId(),
                        r.getName(),
                        r.getChosen(),
                        r.getPayByDays(),
                        json.readValue(r.getSteps().data(), STEPS),
                        r.getRevision()));
    }

    /** Adds one; false if its name is taken. */
    boolean insert(BusinessId business, KeptRhythm r) {
        return db.insertInto(REMINDER_RHYTHM)
                        .set(REMINDER_RHYTHM.BUSINESS_ID, business)
                        .set(REMINDER_RHYTHM.ID, r.id())
                        .set(REMINDER_RHYTHM.NAME, r.name())
                        .set(REMINDER_RHYTHM.CHOSEN, r.chosen())
                        .set(REMINDER_RHYTHM.PAY_BY_DAYS, r.payByDays())
                        .set(REMINDER_RHYTHM.STEPS, steps(r))
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** Changes it over the revision that was seen; false if somebody was first. */
    boolean update(BusinessId business, KeptRhythm r) {
        return db.update(REMINDER_RHYTHM)
                        .set(REMINDER_RHYTHM.NAME, r.name())
                        .set(REMINDER_RHYTHM.PAY_BY_DAYS, r.payByDays())
                        .set(REMINDER_RHYTHM.STEPS, steps(r))
                        .set(REMINDER_RHYTHM.REVISION, REMINDER_RHYTHM.REVISION.plus(1))
                        .where(REMINDER_RHYTHM.BUSINESS_ID.eq(business))
                        .and(REMINDER_RHYTHM.ID.eq(r.id()))
                        .and(REMINDER_RHYTHM.REVISION.eq(r.revision()))
                        .execute()
                == 1;
    }

    private JSONB steps(KeptRhythm r) {
        return JSONB.valueOf(json.writeValueAsString(r.steps()));
    }

    /** Makes one everybody's, or none for null. */
    void choose(BusinessId business, UUID id) {
        db.update(REMINDER_RHYTHM)
                .set(REMINDER_RHYTHM.CHOSEN, false)
                .where(REMINDER_RHYTHM.BUSINESS_ID.eq(business))
                .and(REMINDER_RHYTHM.CHOSEN)
                .execute();
        if (id != null)
            db.update(REMINDER_RHYTHM)
                    .set(REMINDER_RHYTHM.CHOSEN, DSL.inline(true))
                    .where(REMINDER_RHYTHM.BUSINESS_ID.eq(business))
                    .and(REMINDER_RHYTHM.ID.eq(id))
                    .execute();
    }
}
