package exactum.app.cardruns;

import static exactumdb.Tables.CARD_SETTING;

import exactum.core.ids.BusinessId;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** How businesses charge cards on file, in the database. */
@Component
class CardSettingStore {
    private final DSLContext db;

    CardSettingStore(DSLContext db) {
        this.db = db;
    }

    CardSettings of(BusinessId business) {
        return db.selectFrom(CARD_SETTING)
                .where(CARD_SETTING.BUSINESS_ID.eq(business))
                .fetchOptional(s -> new CardSettings(
                        CardSettings.Timer.of(s.getTimer()), CardSettings.Moment.of(s.getMoment()), s.getLeastMinor()))
                .orElse(CardSettings.USUAL);
    }

    void save(BusinessId business, CardSettings settings) {
        db.insertInto(CARD_SETTING)
                .set(CARD_SETTING.BUSINESS_ID, business)
                .set(CARD_SETTING.TIMER, settings.timer().code())
                .set(CARD_SETTING.MOMENT, settings.moment().code())
                .set(CARD_SETTING.LEAST_MINOR, settings.leastMinor())
                .onConflict(CARD_SETTING.BUSINESS_ID)
                .doUpdate()
                .set(CARD_SETTING.TIMER, settings.timer().code())
                .set(CARD_SETTING.MOMENT, settings.moment().code())
                .set(CARD_SETTING.LEAST_MINOR, settings.leastMinor())
                .execute();
    }
}
