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

/** Matches certain lines without a person where that is switched on, and keeps which those were, so that it is told. */
@Component
public class SelfMatching {
    private final MatchSettings settings;
    private final MatchCertain certain;
    private final DSLContext db;

    SelfMatching(MatchSettings settings, MatchCertain certain, DSLContext db) {
        this.settings = settings;
        this.certain = certain;
        this.db = db;
    }

    /** Matches what is certain, where that is switched on; what was done before it was stopped stays and is known. */
    public void run(BusinessId business, LocalDate day) {
        if (!settings.of(business).byItself()) return;
        for (BankLineId line : certain.matchEach(business)) {
            db.insertInto(SELF_MATCHED)
                    .set(SELF_MATCHED.BUSINESS_ID, business)
                    .set(SELF_MATCHED.BANK_LINE_ID, line)
                    .set(SELF_MATCHED.DAY, day)
                    .onConflictDoNothing()
                    .execute();
        }
    }

    /** How many lines were matched by themselves before the day, by their day, within two weeks. */
    Map<LocalDate, Integer> before(BusinessId business, LocalDate day) {
        return db.select(SELF_MATCHED.DAY, DSL.count())
                .from(SELF_MATCHED)
                .where(SELF_MATCHED.BUSINESS_ID.eq(business))
                .and(SELF_MATCHED.DAY.lt(day))
                .and(SELF_MATCHED.DAY.gt(day.minusDays(14)))
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
