package exactum.app.setup;

import static exactumdb.Tables.PAYER_SETTING;

import exactum.core.ids.BusinessId;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** What payers may do, in the database. */
@Component
class PayerRulesStore {
    private final DSLContext db;

    PayerRulesStore(DSLContext db) {
        this.db = db;
    }

    PayerRules find(BusinessId business) {
        return db.selectFrom(PAYER_SETTING)
                .where(PAYER_SETTING.BUSINESS_ID.eq(business))
                .fetchOptional(r -> new PayerRules(r.getExtra(), r.getCodeAfterDays()))
                .orElse(PayerRules.FIRST);
    }

    void put(BusinessId business, PayerRules rules) {
        db.insertInto(PAYER_SETTING)
                .set(PAYER_SETTING.BUSINESS_ID, business)
                .set(PAYER_SETTING.EXTRA, rules.extra())
                .set(PAYER_SETTING.CODE_AFTER_DAYS, rules.codeAfterDays())
                .onConflict(PAYER_SETTING.BUSINESS_ID)
                .doUpdate()
                .set(PAYER_SETTING.EXTRA, rules.extra())
                .set(PAYER_SETTING.CODE_AFTER_DAYS, rules.codeAfterDays())
                .execute();
    }
}
