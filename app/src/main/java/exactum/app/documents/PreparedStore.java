package exactum.app.documents;

import static exactumdb.Tables.PREPARED_DOCUMENT;

import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Prepared documents in the database. */
@Component
class PreparedStore {
    private static final TypeReference<Map<String, String>> FIELDS = new TypeReference<>() {};
    private final DSLContext db;
    private final JsonMapper json;

    PreparedStore(DSLContext db, JsonMapper json) {
        this.db = db;
        this.json = json;
    }

    List<PreparedDocument> all(BusinessId business) {
        return db.selectFrom(PREPARED_DOCUMENT)
                .where(PREPARED_DOCUMENT.BUSINESS_ID.eq(business))
                .orderBy(PREPARED_DOCUMENT.NAME)
                .fetch(p -> new PreparedDocument(
                        p.getId(), p.getName(), json.readValue(p.getFields().data(), FIELDS), p.getMadeBy()));
    }

    Optional<PreparedDocument> find(BusinessId business, UUID id) {
        return db.selectFrom(PREPARED_DOCUMENT)
                .where(is(business, id))
                .fetchOptional(p -> new PreparedDocument(
                        p.getId(), p.getName(), json.readValue(p.getFields().data(), FIELDS), p.getMadeBy()));
    }

    /** Keeps one; false if its name is taken. */
    boolean insert(BusinessId business, PreparedDocument p) {
        return db.insertInto(PREPARED_DOCUMENT)
                        .set(PREPARED_DOCUMENT.BUSINESS_ID, business)
                        .set(PREPARED_DOCUMENT.ID, p.id())
                        .set(PREPARED_DOCUMENT.NAME, p.name())
                        .set(PREPARED_DOCUMENT.FIELDS, JSONB.valueOf(json.writeValueAsString(p.fields())))
                        .set(PREPARED_DOCUMENT.MADE_BY, p.madeBy())
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    void delete(BusinessId business, UUID id) {
        db.deleteFrom(PREPARED_DOCUMENT).where(is(business, id)).execute();
    }

    private static Condition is(BusinessId business, UUID id) {
        return PREPARED_DOCUMENT.BUSINESS_ID.eq(business).and(PREPARED_DOCUMENT.ID.eq(id));
    }
}
