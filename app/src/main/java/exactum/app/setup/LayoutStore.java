package exactum.app.setup;

import static exactumdb.Tables.LAYOUT;

import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Layouts in the database. */
@Component
class LayoutStore {
    private final DSLContext db;

    LayoutStore(DSLContext db) {
        this.db = db;
    }

    /** All of them, everybody's first. */
    List<Layout> all(BusinessId business) {
        return db.selectFrom(LAYOUT)
                .where(LAYOUT.BUSINESS_ID.eq(business))
                .orderBy(LAYOUT.CHOSEN.desc(), LAYOUT.NAME)
                .fetch(l -> new Layout(
                        l.getId(), l.getName(), l.getByCard(), l.getByTransfer(), l.getChosen(), l.getEdition()));
    }

    /** Adds one; false if its name is taken. */
    boolean insert(BusinessId business, Layout l) {
        return db.insertInto(LAYOUT)
                        .set(LAYOUT.BUSINESS_ID, business)
                        .set(LAYOUT.ID, l.id())
                        .set(LAYOUT.NAME, l.name())
                        .set(LAYOUT.BY_CARD, l.byCard())
                        .set(LAYOUT.BY_TRANSFER, l.byTransfer())
                        .set(LAYOUT.CHOSEN, l.chosen())
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    /** Changes name and channels. */
    void update(BusinessId business, Layout l) {
        db.update(LAYOUT)
                .set(LAYOUT.NAME, l.name())
                .set(LAYOUT.BY_CARD, l.byCard())
                .set(LAYOUT.BY_TRANSFER, l.byTransfer())
                .where(LAYOUT.BUSINESS_ID.eq(business))
                .and(LAYOUT.ID.eq(l.id()))
                .execute();
    }

    boolean isNameTaken(BusinessId business, String name, UUID except) {
        return db.fetchExists(
                LAYOUT,
                LAYOUT.BUSINESS_ID.eq(business).and(LAYOUT.NAME.eq(name)).and(LAYOUT.ID.ne(except)));
    }

    /** Makes one everybody's. */
    void choose(BusinessId business, UUID id) {
        db.update(LAYOUT)
                .set(LAYOUT.CHOSEN, false)
                .where(LAYOUT.BUSINESS_ID.eq(business))
                .and(LAYOUT.CHOSEN)
                .execute();
        db.update(LAYOUT)
                .set(LAYOUT.CHOSEN, DSL.inline(true))
                .where(LAYOUT.BUSINESS_ID.eq(business))
                .and(LAYOUT.ID.eq(id))
                .execute();
    }
}
