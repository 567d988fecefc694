package exactum.app.daysheet;

import static exactumdb.Tables.APP_USER;
import static exactumdb.Tables.DECISION_NOTE;

import exactum.core.ids.BusinessId;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What was done with decisions, in the database. */
@Component
class DecisionNoteStore {
    private final DSLContext db;

    DecisionNoteStore(DSLContext db) {
        this.db = db;
    }

    /** All of them, the newest first. */
    List<DecisionNote> all(BusinessId business) {
        return db.select(DECISION_NOTE.fields())
                .select(APP_USER.LOGIN, APP_USER.NAME)
                .from(DECISION_NOTE)
                .leftJoin(APP_USER)
                .on(APP_USER.ID.eq(DECISION_NOTE.USER_ID))
                .where(DECISION_NOTE.BUSINESS_ID.eq(business))
                .orderBy(DECISION_NOTE.NOTED_ON.desc(), DECISION_NOTE.KEY)
                .fetch(r -> new DecisionNote(
                        r.get(DECISION_NOTE.KEY),
                        DecisionNote.Kind.of(r.get(DECISION_NOTE.KIND)),
                        r.get(DECISION_NOTE.WORDS),
                        r.get(DECISION_NOTE.NOTE),
                        r.get(APP_USER.LOGIN),
                        r.get(APP_USER.NAME),
                        r.get(DECISION_NOTE.UNTIL_DAY),
                        r.get(DECISION_NOTE.NOTED_BY),
                        r.get(DECISION_NOTE.NOTED_ON)));
    }

    /** Keeps a note instead of one of its kind. */
    void put(BusinessId business, DecisionNote note) {
        delete(business, note.key(), note.kind());
        db.insertInto(DECISION_NOTE)
                .set(DECISION_NOTE.BUSINESS_ID, business)
                .set(DECISION_NOTE.KEY, note.key())
                .set(DECISION_NOTE.KIND, note.kind().words())
                .set(DECISION_NOTE.WORDS, note.words())
                .set(DECISION_NOTE.NOTE, note.note())
                .set(
                        DECISION_NOTE.USER_ID,
                        DSL.field(DSL.select(APP_USER.ID).from(APP_USER).where(APP_USER.LOGIN.eq(note.to()))))
                .set(DECISION_NOTE.UNTIL_DAY, note.until())
                .set(DECISION_NOTE.NOTED_BY, note.by())
                .set(DECISION_NOTE.NOTED_ON, note.on())
                .execute();
    }

    boolean delete(BusinessId business, String key, DecisionNote.Kind kind) {
        return db.deleteFrom(DECISION_NOTE)
                        .where(DECISION_NOTE.BUSINESS_ID.eq(business))
                        .and(DECISION_NOTE.KEY.eq(key))
                        .and(DECISION_NOTE.KIND.eq(kind.words()))
                        .execute()
                == 1;
    }

    void deleteHandedTo(BusinessId business, String login) {
        db.deleteFrom(DECISION_NOTE)
                .where(DECISION_NOTE.BUSINESS_ID.eq(business))
                .and(DECISION_NOTE.USER_ID.eq(
                        DSL.select(APP_USER.ID).from(APP_USER).where(APP_USER.LOGIN.eq(login))))
                .execute();
    }
}
