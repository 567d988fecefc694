package exactum.app.daysheet;

import static exactumdb.Tables.NIGHT_STEP;

import exactum.app.database.CopyRows;
import exactum.core.ids.BusinessId;
import exactumdb.tables.records.NightStepRecord;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Nights in the database. */
@Component
class NightStore {
    private final DSLContext db;

    NightStore(DSLContext db) {
        this.db = db;
    }

    void insert(BusinessId business, LocalDate day, List<NightLog.Step> steps) {
        int before = db.fetchCount(NIGHT_STEP, NIGHT_STEP.BUSINESS_ID.eq(business), NIGHT_STEP.DAY.eq(day));
        var rows = new ArrayList<NightStepRecord>();
        for (NightLog.Step s : steps)
            rows.add(new NightStepRecord()
                    .setBusinessId(business)
                    .setDay(day)
                    .setSeq(before + rows.size() + 1)
                    .setSource(s.source())
                    .setBeganAt(s.began().atOffset(ZoneOffset.UTC))
                    .setEndedAt(s.ended().atOffset(ZoneOffset.UTC))
                    .setProblem(s.problem()));
        CopyRows.into(db, rows);
    }

    void forget(BusinessId business, LocalDate before) {
        db.deleteFrom(NIGHT_STEP)
                .where(NIGHT_STEP.BUSINESS_ID.eq(business))
                .and(NIGHT_STEP.DAY.lt(before))
                .execute();
    }

    List<NightLog.Step> of(BusinessId business, LocalDate day) {
        return db.selectFrom(NIGHT_STEP)
                .where(NIGHT_STEP.BUSINESS_ID.eq(business))
                .and(NIGHT_STEP.DAY.eq(day))
                .orderBy(NIGHT_STEP.SEQ)
                .fetch(r -> new NightLog.Step(
                        r.getSource(),
                        r.getBeganAt().toInstant(),
                        r.getEndedAt().toInstant(),
                        r.getProblem()));
    }

    Optional<LocalDate> lastDay(BusinessId business, LocalDate today) {
        return Optional.ofNullable(db.select(DSL.max(NIGHT_STEP.DAY))
                .from(NIGHT_STEP)
                .where(NIGHT_STEP.BUSINESS_ID.eq(business))
                .and(NIGHT_STEP.DAY.le(today))
                .fetchSingle()
                .value1());
    }
}
