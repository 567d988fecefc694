package exactum.app.bank;

import static exactumdb.Tables.MATCHING_SETTING;

import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** How businesses match, in the database. */
@Component
class MatchSettingStore {
    private final DSLContext db;

    MatchSettingStore(DSLContext db) {
        this.db = db;
    }

    Optional<MatchSettings.Setting> find(BusinessId business, Money like) {
        return db.selectFrom(MATCHING_SETTING)
                .where(MATCHING_SETTING.BUSINESS_ID.eq(business))
                .fetchOptional(r -> new MatchSettings.Setting(r.getByItself(), like.withMinor(r.getLetGoMinor())));
    }

    void save(BusinessId business, MatchSettings.Setting to) {
        db.insertInto(MATCHING_SETTING)
                .set(MATCHING_SETTING.BUSINESS_ID, business)
                .set(MATCHING_SETTING.BY_ITSELF, to.byItself())
                .set(MATCHING_SETTING.LET_GO_MINOR, to.letGo().minor())
                .onDuplicateKeyUpdate()
                .set(MATCHING_SETTING.BY_ITSELF, to.byItself())
                .set(MATCHING_SETTING.LET_GO_MINOR, to.letGo().minor())
                .execute();
    }
}
