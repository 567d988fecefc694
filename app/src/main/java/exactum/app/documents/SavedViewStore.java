package exactum.app.documents;

import static exactumdb.Tables.SAVED_VIEW;

import exactum.core.ids.BusinessId;
import java.util.List;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Lists as a person left them, under names of their own, in the database. */
@Component
class SavedViewStore {
    private final DSLContext db;

    SavedViewStore(DSLContext db) {
        this.db = db;
    }

    List<SavedViews.View> of(BusinessId business, String login, String list) {
        return db.selectFrom(SAVED_VIEW)
                .where(is(business, login, list))
                .orderBy(SAVED_VIEW.NAME)
                .fetch(r -> new SavedViews.View(r.getName(), r.getQuery()));
    }

    /** Saves a view in place of the one with its name. */
    void put(BusinessId business, String login, String list, SavedViews.View view) {
        db.insertInto(SAVED_VIEW)
                .set(SAVED_VIEW.BUSINESS_ID, business)
                .set(SAVED_VIEW.LOGIN, login)
                .set(SAVED_VIEW.LIST, list)
                .set(SAVED_VIEW.NAME, view.name())
                .set(SAVED_VIEW.QUERY, view.query())
                .onConflict(SAVED_VIEW.BUSINESS_ID, SAVED_VIEW.LOGIN, SAVED_VIEW.LIST, SAVED_VIEW.NAME)
                .doUpdate()
                .set(SAVED_VIEW.QUERY, view.query())
                .execute();
    }

    void delete(BusinessId business, String login, String list, String name) {
        db.deleteFrom(SAVED_VIEW)
                .where(is(business, login, list))
                .and(SAVED_VIEW.NAME.eq(name))
                .execute();
    }

    private static Condition is(BusinessId business, String login, String list) {
        return SAVED_VIEW
                .BUSINESS_ID
                .eq(business)
                .and(SAVED_VIEW.LOGIN.eq(login))
                .and(SAVED_VIEW.LIST.eq(list));
    }
}
