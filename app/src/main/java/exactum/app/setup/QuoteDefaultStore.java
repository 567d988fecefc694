package exactum.app.setup;

import static exactumdb.Tables.QUOTE_DEFAULT;

import exactum.core.ids.BusinessId;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** What quotes ask for, in the database. */
@Component
class QuoteDefaultStore {
    private final DSLContext db;

    QuoteDefaultStore(DSLContext db) {
        this.db = db;
    }

    /** What was chosen; the first default where nothing was. */
    QuoteDefault find(BusinessId business) {
        return db.selectFrom(QUOTE_DEFAULT)
                .where(QUOTE_DEFAULT.BUSINESS_ID.eq(business))
                .fetchOptional(r -> new QuoteDefault(r.getDays(), r.getSigned(), r.getAsks(), r.getByItself()))
                .orElse(QuoteDefault.FIRST);
    }

    void put(BusinessId business, QuoteDefault usual) {
        db.insertInto(QUOTE_DEFAULT)
                .set(QUOTE_DEFAULT.BUSINESS_ID, business)
                .set(QUOTE_DEFAULT.DAYS, usual.days())
                .set(QUOTE_DEFAULT.SIGNED, usual.signed())
                .set(QUOTE_DEFAULT.ASKS, usual.asks())
                .set(QUOTE_DEFAULT.BY_ITSELF, usual.byItself())
                .onConflict(QUOTE_DEFAULT.BUSINESS_ID)
                .doUpdate()
                .set(QUOTE_DEFAULT.DAYS, usual.days())
                .set(QUOTE_DEFAULT.SIGNED, usual.signed())
                .set(QUOTE_DEFAULT.ASKS, usual.asks())
                .set(QUOTE_DEFAULT.BY_ITSELF, usual.byItself())
                .execute();
    }
}
