package exactum.app.setup;

import static exactumdb.Tables.TAG;

import exactum.core.ids.BusinessId;
import java.util.List;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Tags in the database. */
@Component
class TagStore {
    private final DSLContext db;

    TagStore(DSLContext db) {
        this.db = db;
    }

    List<Tags.Tag> all(BusinessId business) {
        return db.selectFrom(TAG)
                .where(TAG.BUSINESS_ID.eq(business))
                .orderBy(TAG.DIMENSION, TAG.VALUE)
                .fetch(t -> new Tags.Tag(t.getDimension(), t.getValue(), t.getRetired()));
    }

    /** Adds one; false if it is there already. */
    boolean insert(BusinessId business, String dimension, String value) {
        return db.insertInto(TAG)
                        .set(TAG.BUSINESS_ID, business)
                        .set(TAG.DIMENSION, dimension)
                        .set(TAG.VALUE, value)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    boolean setRetired(BusinessId business, String dimension, String value, boolean retired) {
        return db.update(TAG)
                        .set(TAG.RETIRED, retired)
                        .where(TAG.BUSINESS_ID.eq(business))
                        .and(TAG.DIMENSION.eq(dimension))
                        .and(TAG.VALUE.eq(value))
                        .execute()
                == 1;
    }
}
