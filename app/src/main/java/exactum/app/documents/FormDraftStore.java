package exactum.app.documents;

import static exactumdb.Tables.FORM_DRAFT;

import exactum.core.ids.BusinessId;
import java.time.OffsetDateTime;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Component;

/** What stands on forms that are not saved yet, in the database. */
@Component
class FormDraftStore {
    private final DSLContext db;

    FormDraftStore(DSLContext db) {
        this.db = db;
    }

    void put(BusinessId business, String login, String form, JSONB fields) {
        db.insertInto(FORM_DRAFT)
                .set(FORM_DRAFT.BUSINESS_ID, business)
                .set(FORM_DRAFT.LOGIN, login)
                .set(FORM_DRAFT.FORM, form)
                .set(FORM_DRAFT.FIELDS, fields)
                .onConflict(FORM_DRAFT.BUSINESS_ID, FORM_DRAFT.LOGIN, FORM_DRAFT.FORM)
                .doUpdate()
                .set(FORM_DRAFT.FIELDS, fields)
                .set(FORM_DRAFT.SAVED_AT, OffsetDateTime.now())
                .execute();
    }

    Optional<JSONB> find(BusinessId business, String login, String form) {
        return db.select(FORM_DRAFT.FIELDS)
                .from(FORM_DRAFT)
                .where(of(business, login, form))
                .fetchOptional(FORM_DRAFT.FIELDS);
    }

    void delete(BusinessId business, String login, String form) {
        db.deleteFrom(FORM_DRAFT).where(of(business, login, form)).execute();
    }

    private static Condition of(BusinessId business, String login, String form) {
        return FORM_DRAFT
                .BUSINESS_ID
                .eq(business)
                .and(FORM_DRAFT.LOGIN.eq(login))
                .and(FORM_DRAFT.FORM.eq(form));
    }
}
