package exactum.app.catalogue;

import static exactumdb.Tables.DISCOUNT;

import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Discounts in the database. */
@Component
class DiscountStore {
    private final DSLContext db;

    DiscountStore(DSLContext db) {
        this.db = db;
    }

    List<Discount> all(BusinessId business) {
        return db.selectFrom(DISCOUNT)
                .where(DISCOUNT.BUSINESS_ID.eq(business))
                .orderBy(DISCOUNT.NAME, DISCOUNT.VALID_FROM)
                .fetch(d -> new Discount(
                        d.getId(),
                        d.getName(),
                        d.getPercent(),
                        d.getAmountMinor() == null ? null : Money.ofMinor(d.getCurrency(), d.getAmountMinor()),
                        d.getValidFrom(),
                        d.getValidUntil()));
    }

    void insert(BusinessId business, Discount d) {
        db.insertInto(DISCOUNT)
                .set(DISCOUNT.BUSINESS_ID, business)
                .set(DISCOUNT.ID, d.id())
                .set(DISCOUNT.NAME, d.name())
                .set(DISCOUNT.PERCENT, d.percent())
                .set(
                        DISCOUNT.AMOUNT_MINOR,
                        d.amount() == null ? null : d.amount().minor())
                .set(
                        DISCOUNT.CURRENCY,
                        d.amount() == null ? null : d.amount().currency().getCurrencyCode())
                .set(DISCOUNT.VALID_FROM, d.validFrom())
                .set(DISCOUNT.VALID_UNTIL, d.validUntil())
                .execute();
    }

    /** Ends one before a day; false if it has ended before that already. */
    boolean end(BusinessId business, UUID id, LocalDate until) {
        return db.update(DISCOUNT)
                        .set(DISCOUNT.VALID_UNTIL, until)
                        .where(is(business, id))
                        .and(DISCOUNT.VALID_UNTIL.isNull().or(DISCOUNT.VALID_UNTIL.gt(until)))
                        .and(DISCOUNT.VALID_FROM.lt(until))
                        .execute()
                == 1;
    }

    void delete(BusinessId business, UUID id) {
        db.deleteFrom(DISCOUNT).where(is(business, id)).execute();
    }

    private static Condition is(BusinessId business, UUID id) {
        return DISCOUNT.BUSINESS_ID.eq(business).and(DISCOUNT.ID.eq(id));
    }
}
