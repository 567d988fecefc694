package exactum.app.bank;

import static exactumdb.Tables.SELF_MATCHED;

import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Which lines were matched by themselves, on which business day. */
@Component
class SelfMatchedStore {
    private static final int TOLD_DAYS = 14;
    private final DSLContext db;

    SelfMatchedStore(DSLContext db) {
        this.db = db;
    }

    void add(BusinessId business, BankLineId line, LocalDate day) {
        db.insertInto(SELF_MATCHED)
                .set(SELF_MATCHED.BUSINESS_ID, business)
                .set(SELF_MATCHED.BANK_LINE_ID, line)
                .set(SELF_MATCHED.DAY, day)
                .onConflictDoNothing()
                .execute();
    }

    /** How many lines were matched by themselves before the day, by their day, within two weeks. */
    Map<LocalDate, Integer> before(BusinessId business, LocalDate day) {
        return db.select(SELF_MATCHED.DAY, DSL.count())
                .from(SELF_MATCHED)
                .where(SELF_MATCHED.BUSINESS_ID.eq(business))
                .and(SELF_MATCHED.DAY.lt(day))
                .and(SELF_MATCHED.DAY.gt(day.minusDays(TOLD_DAYS)))
                .groupBy(SELF_MATCHED.DAY)
                .orderBy(SELF_MATCHED.DAY.desc())
                .fetchMap(SELF_MATCHED.DAY, DSL.count());
    }

    /** The lines of a day. */
    List<BankLineId> of(BusinessId business, LocalDate day) {
        return db.select(SELF_MATCHED.BANK_LINE_ID)
                .from(SELF_MATCHED)
                .where(SELF_MATCHED.BUSINESS_ID.eq(business))
                .and(SELF_MATCHED.DAY.eq(day))
                .orderBy(SELF_MATCHED.BANK_LINE_ID)
                .fetch(r -> r.value1());
    }
}
