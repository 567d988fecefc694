package exactum.app.recurring;

import static exactumdb.Tables.FORM_DRAFT;

import exactum.app.business.Business;
import java.time.OffsetDateTime;
import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What stands on a form that is not kept yet, saved as it is typed, one for each person and form. */
@Component
public class Drafts {
    private static final TypeReference<Map<String, String>> FIELDS = new TypeReference<>() {};
    private final DSLContext db;
    private final JsonMapper json;

    Drafts(DSLContext db, JsonMapper json) {
        this.db = db;
        this.json = json;
    }

    @Transactional
    public void save(String login, String form, Map<String, String> fields) {
        JSONB text = JSONB.valueOf(json.writeValueAsString(fields));
        db.insertInto(FORM_DRAFT)
                .set(FORM_DRAFT.BUSINESS_ID, Business.ID)
                .set(FORM_DRAFT.LOGIN, login)
                .set(FORM_DRAFT.FORM, form)
                .set(FORM_DRAFT.FIELDS, text)
                .onConflict(FORM_DRAFT.BUSINESS_ID, FORM_DRAFT.LOGIN, FORM_DRAFT.FORM)
                .doUpdate()
                .set(FORM_DRAFT.FIELDS, text)
                .set(FORM_DRAFT.SAVED_AT, OffsetDateTime.now())
                .execute();
    }

    public Optional<Map<String, String>> find(String login, String form) {
        return db.select(FORM_DRAFT.FIELDS)
                .from(FORM_DRAFT)
                .where(FORM_DRAFT.BUSINESS_ID.eq(Business.ID))
                .and(FORM_DRAFT.LOGIN.eq(login))
                .and(FORM_DRAFT.FORM.eq(form))
                .fetchOptional(r -> json.readValue(r.value1().data(), FIELDS));
    }

    @Transactional
    public void drop(String login, String form) {
        db.deleteFrom(FORM_DRAFT)
                .where(FORM_DRAFT.BUSINESS_ID.eq(Business.ID))
                .and(FORM_DRAFT.LOGIN.eq(login))
                .and(FORM_DRAFT.FORM.eq(form))
                .execute();
    }
}
