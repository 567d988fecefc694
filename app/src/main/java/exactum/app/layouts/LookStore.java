package exactum.app.layouts;

import static exactumdb.Tables.LAYOUT;
import static exactumdb.Tables.LAYOUT_EDITION;
import static exactumdb.Tables.LAYOUT_PICTURE;

import exactum.app.audit.Audit;
import exactum.core.ids.BusinessId;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Editions of layouts in the database, and pictures of them. */
@Component
class LookStore {
    private final DSLContext db;
    private final JsonMapper json;

    LookStore(DSLContext db, JsonMapper json) {
        this.db = db;
        this.json = json;
    }

    /** The edition; the first of all is never stored. */
    Optional<Look> find(BusinessId business, UUID layout, int edition) {
        return db.select(LAYOUT_EDITION.LOOK)
                .from(LAYOUT_EDITION)
                .where(LAYOUT_EDITION.BUSINESS_ID.eq(business))
                .and(LAYOUT_EDITION.LAYOUT_ID.eq(layout))
                .and(LAYOUT_EDITION.EDITION.eq(edition))
                .fetchOptional(r -> look(r.value1()));
    }

    /** The newest edition of each layout that has one. */
    Map<UUID, Look> newest(BusinessId business) {
        return db.select(LAYOUT.ID, LAYOUT_EDITION.LOOK)
                .from(LAYOUT)
                .join(LAYOUT_EDITION)
                .on(LAYOUT_EDITION.BUSINESS_ID.eq(LAYOUT.BUSINESS_ID))
                .and(LAYOUT_EDITION.LAYOUT_ID.eq(LAYOUT.ID))
                .and(LAYOUT_EDITION.EDITION.eq(LAYOUT.EDITION))
                .where(LAYOUT.BUSINESS_ID.eq(business))
                .fetchMap(LAYOUT.ID, r -> look(r.value2()));
    }

    /** Adds the edition after one; false if somebody else did meanwhile. */
    boolean add(BusinessId business, UUID layout, int after, Look look) {
        boolean first = db.update(LAYOUT)
                        .set(LAYOUT.EDITION, after + 1)
                        .where(LAYOUT.BUSINESS_ID.eq(business))
                        .and(LAYOUT.ID.eq(layout))
                        .and(LAYOUT.EDITION.eq(after))
                        .execute()
                == 1;
        if (!first) return false;
        db.insertInto(LAYOUT_EDITION)
                .set(LAYOUT_EDITION.BUSINESS_ID, business)
                .set(LAYOUT_EDITION.LAYOUT_ID, layout)
                .set(LAYOUT_EDITION.EDITION, after + 1)
                .set(LAYOUT_EDITION.LOOK, JSONB.valueOf(json.writeValueAsString(look)))
                .set(LAYOUT_EDITION.MADE_BY, Audit.who())
                .execute();
        return true;
    }

    Optional<byte[]> picture(BusinessId business, UUID layout, int edition, String variant) {
        return db.select(LAYOUT_PICTURE.PNG)
                .from(LAYOUT_PICTURE)
                .where(LAYOUT_PICTURE.BUSINESS_ID.eq(business))
                .and(LAYOUT_PICTURE.LAYOUT_ID.eq(layout))
                .and(LAYOUT_PICTURE.EDITION.eq(edition))
                .and(LAYOUT_PICTURE.VARIANT.eq(variant))
                .fetchOptional(LAYOUT_PICTURE.PNG);
    }

    void keepPicture(BusinessId business, UUID layout, int edition, String variant, byte[] png) {
        db.insertInto(LAYOUT_PICTURE)
                .set(LAYOUT_PICTURE.BUSINESS_ID, business)
                .set(LAYOUT_PICTURE.LAYOUT_ID, layout)
                .set(LAYOUT_PICTURE.EDITION, edition)
                .set(LAYOUT_PICTURE.VARIANT, variant)
                .set(LAYOUT_PICTURE.PNG, png)
                .onConflictDoNothing()
                .execute();
    }

    private Look look(JSONB stored) {
        return json.readValue(stored.data(), Look.class);
    }
}
