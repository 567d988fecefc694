package exactum.app.billing;

import static exactumdb.Tables.FORECAST_DUE;
import static exactumdb.Tables.FORECAST_STATE;

import exactum.app.database.CopyRows;
import exactum.core.ids.BusinessId;
import exactumdb.tables.records.ForecastDueRecord;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Map;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** What arrangements will bill, by the day it falls due, in the database. */
@Component
class CashForecastStore {
    private final DSLContext db;

    CashForecastStore(DSLContext db) {
        this.db = db;
    }

    /** Another one whenever an arrangement is added, changed, billed or paused, and on another day. */
    String stamp(BusinessId business, LocalDate today) {
        return db.fetchSingle(
                        "select {1} || ' ' || count(*) || ' ' || coalesce(sum(revision), 0) || ' ' || coalesce(sum(next_index), 0) from recurring_invoice where business_id = {0}",
                        DSL.inline(business.value()), DSL.val(today.toString()))
                .get(0, String.class);
    }

    boolean isOf(BusinessId business, String stamp) {
        return db.fetchExists(
                FORECAST_STATE, FORECAST_STATE.BUSINESS_ID.eq(business).and(FORECAST_STATE.STAMP.eq(stamp)));
    }

    void keep(BusinessId business, String stamp, Map<CashForecast.Key, CashForecast.Sum> sums) {
        db.insertInto(FORECAST_STATE)
                .set(FORECAST_STATE.BUSINESS_ID, business)
                .set(FORECAST_STATE.STAMP, stamp)
                .onConflict(FORECAST_STATE.BUSINESS_ID)
                .doUpdate()
                .set(FORECAST_STATE.STAMP, stamp)
                .set(FORECAST_STATE.MADE_AT, OffsetDateTime.now())
                .execute();
        db.deleteFrom(FORECAST_DUE).where(FORECAST_DUE.BUSINESS_ID.eq(business)).execute();
        CopyRows.into(
                db,
                sums.entrySet().stream()
                        .map(e -> new ForecastDueRecord(
                                business,
                                e.getKey().due(),
                                e.getKey().currency(),
                                e.getValue().parts(),
                                e.getValue().amount().minor()))
                        .toList());
    }
}
