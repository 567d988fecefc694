package exactum.app.debits;

import static exactumdb.Tables.DEBIT_SETTING;

import exactum.core.collection.Retrying;
import exactum.core.ids.BusinessId;
import exactumdb.tables.records.DebitSettingRecord;
import java.util.List;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** How businesses collect over mandates, in the database. */
@Component
class DebitSettingStore {
    private final DSLContext db;

    DebitSettingStore(DSLContext db) {
        this.db = db;
    }

    DebitSettings of(BusinessId business) {
        return db.selectFrom(DEBIT_SETTING)
                .where(DEBIT_SETTING.BUSINESS_ID.eq(business))
                .fetchOptional(s -> new DebitSettings(
                        new Retrying.Policy(s.getMostTries(), s.getRetryAfterDays()),
                        s.getLeastMinor(),
                        s.getHorizonDays(),
                        s.getTogether(),
                        DebitSettings.Timer.of(s.getTimer()),
                        s.getFeeMinor(),
                        new DebitSettings.Charges(s.getChargeAccount(), List.of(s.getChargeTags()))))
                .orElse(DebitSettings.USUAL);
    }

    void save(BusinessId business, DebitSettings s) {
        var row = new DebitSettingRecord()
                .setMostTries(s.retry().mostTries())
                .setRetryAfterDays(s.retry().afterOpenDays())
                .setLeastMinor(s.leastMinor())
                .setHorizonDays(s.horizonDays())
                .setTogether(s.isTogether())
                .setTimer(s.timer().code())
                .setFeeMinor(s.feeMinor())
                .setChargeAccount(s.charges().account())
                .setChargeTags(s.charges().tags().toArray(String[]::new));
        db.insertInto(DEBIT_SETTING)
                .set(DEBIT_SETTING.BUSINESS_ID, business)
                .set(row)
                .onDuplicateKeyUpdate()
                .set(row)
                .execute();
    }
}
