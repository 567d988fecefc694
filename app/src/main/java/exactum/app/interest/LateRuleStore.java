package exactum.app.interest;

import static exactumdb.Tables.CUSTOMER_LATE;
import static exactumdb.Tables.LATE_RULE;
import static exactumdb.Tables.REFERENCE_RATE;

import exactum.core.arrears.LateLaw;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ledger.AccountCode;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Rules of late payment in the database. */
@Component
class LateRuleStore {
    private final DSLContext db;

    LateRuleStore(DSLContext db) {
        this.db = db;
    }

    /** A reference rate in percent a year, from a day on. */
    record Rate(LocalDate from, BigDecimal percent, String source) {}

    /** What a contract says. */
    record Choice(boolean charged, String why) {}

    Optional<LateRule> find(BusinessId business) {
        return db.selectFrom(LATE_RULE)
                .where(LATE_RULE.BUSINESS_ID.eq(business))
                .fetchOptional(r -> new LateRule(
                        r.getIsOn(),
                        LateLaw.of(r.getLaw()),
                        r.getPoints().stripTrailingZeros(),
                        r.getFixedSum(),
                        new AccountCode(r.get(LATE_RULE.ACCOUNT, String.class))));
    }

    void put(BusinessId business, LateRule rule) {
        db.deleteFrom(LATE_RULE).where(LATE_RULE.BUSINESS_ID.eq(business)).execute();
        db.insertInto(LATE_RULE)
                .set(LATE_RULE.BUSINESS_ID, business)
                .set(LATE_RULE.IS_ON, rule.isOn())
                .set(LATE_RULE.LAW, rule.law().name())
                .set(LATE_RULE.POINTS, rule.points())
                .set(LATE_RULE.FIXED_SUM, rule.fixedSum())
                .set(LATE_RULE.ACCOUNT, rule.account())
                .execute();
    }

    /** The newest first. */
    List<Rate> rates(BusinessId business) {
        return db.selectFrom(REFERENCE_RATE)
                .where(REFERENCE_RATE.BUSINESS_ID.eq(business))
                .orderBy(REFERENCE_RATE.VALID_FROM.desc())
                .fetch(r -> new Rate(r.getValidFrom(), r.getPercent().stripTrailingZeros(), r.getSource()));
    }

    void put(BusinessId business, Rate rate) {
        db.insertInto(REFERENCE_RATE)
                .set(REFERENCE_RATE.BUSINESS_ID, business)
                .set(REFERENCE_RATE.VALID_FROM, rate.from())
                .set(REFERENCE_RATE.PERCENT, rate.percent())
                .set(REFERENCE_RATE.SOURCE, rate.source())
                .onConflict(REFERENCE_RATE.BUSINESS_ID, REFERENCE_RATE.VALID_FROM)
                .doUpdate()
                .set(REFERENCE_RATE.PERCENT, rate.percent())
                .set(REFERENCE_RATE.SOURCE, rate.source())
                .execute();
    }

    Optional<Choice> choice(BusinessId business, CustomerId customer) {
        return db.selectFrom(CUSTOMER_LATE)
                .where(CUSTOMER_LATE.BUSINESS_ID.eq(business))
                .and(CUSTOMER_LATE.CUSTOMER_ID.eq(customer))
                .fetchOptional(r -> new Choice(r.getCharged(), r.getWhy()));
    }

    /** Null for what the law says. */
    void put(BusinessId business, CustomerId customer, Choice choice) {
        db.deleteFrom(CUSTOMER_LATE)
                .where(CUSTOMER_LATE.BUSINESS_ID.eq(business))
                .and(CUSTOMER_LATE.CUSTOMER_ID.eq(customer))
                .execute();
        if (choice == null) return;
        db.insertInto(CUSTOMER_LATE)
                .set(CUSTOMER_LATE.BUSINESS_ID, business)
                .set(CUSTOMER_LATE.CUSTOMER_ID, customer)
                .set(CUSTOMER_LATE.CHARGED, choice.charged())
                .set(CUSTOMER_LATE.WHY, choice.why())
                .execute();
    }
}
