package exactum.app.daysheet;

import static exactumdb.Tables.DECISION_RHYTHM;

import exactum.core.ids.BusinessId;
import java.util.Map;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Rhythms in the database, by person and kind. */
@Component
class OwnRhythmStore {
    private final DSLContext db;

    OwnRhythmStore(DSLContext db) {
        this.db = db;
    }

    /** What a person chose, by the prefix of the kind. */
    Map<String, OwnRhythm> of(BusinessId business, String login) {
        return db.selectFrom(DECISION_RHYTHM)
                .where(DECISION_RHYTHM.BUSINESS_ID.eq(business))
                .and(DECISION_RHYTHM.LOGIN.eq(login))
                .fetchMap(DECISION_RHYTHM.PREFIX, r -> OwnRhythm.valueOf(r.getRhythm()));
    }

    /** Keeps them instead of all that the person chose before. */
    void put(BusinessId business, String login, Map<String, OwnRhythm> chosen) {
        db.deleteFrom(DECISION_RHYTHM)
                .where(DECISION_RHYTHM.BUSINESS_ID.eq(business))
                .and(DECISION_RHYTHM.LOGIN.eq(login))
                .execute();
        chosen.forEach((prefix, rhythm) -> db.insertInto(DECISION_RHYTHM)
                .set(DECISION_RHYTHM.BUSINESS_ID, business)
                .set(DECISION_RHYTHM.LOGIN, login)
                .set(DECISION_RHYTHM.PREFIX, prefix)
                .set(DECISION_RHYTHM.RHYTHM, rhythm.name())
                .onConflict(DECISION_RHYTHM.BUSINESS_ID, DECISION_RHYTHM.LOGIN, DECISION_RHYTHM.PREFIX)
                .doUpdate()
                .set(DECISION_RHYTHM.RHYTHM, rhythm.name())
                .execute());
    }
}
