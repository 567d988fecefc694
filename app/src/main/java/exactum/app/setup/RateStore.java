package exactum.app.setup;

import static exactumdb.Tables.BANK_ACCOUNT;
import static exactumdb.Tables.BUSINESS;
import static exactumdb.Tables.CUSTOMER;
import static exactumdb.Tables.EXCHANGE_RATE;
import static exactumdb.Tables.PROCESSOR_ACCOUNT;

import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.money.ExchangeRate;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Exchange rates, and where they are needed. */
@Component
class RateStore {
    private static final int CHUNK = 1000;
    private final DSLContext db;

    RateStore(DSLContext db) {
        this.db = db;
    }

    /** Rates, the newest of each currency first. */
    List<ExchangeRate> list(BusinessId business, Currency own, Slice slice) {
        return db.selectFrom(EXCHANGE_RATE)
                .where(EXCHANGE_RATE.BUSINESS_ID.eq(business))
                .orderBy(EXCHANGE_RATE.CURRENCY, EXCHANGE_RATE.DAY.desc())
                .offset(slice.skipped())
                .limit(slice.most())
                .fetch(r -> new ExchangeRate(
                        Currency.getInstance(r.getCurrency()), own, r.getPerUnit(), r.getDay(), r.getSource()));
    }

    /** Adds those of days that have none yet, and answers how many that were. */
    int addMissing(BusinessId business, List<ExchangeRate> rates) {
        int added = 0;
        for (int from = 0; from < rates.size(); from += CHUNK) {
            List<ExchangeRate> chunk = rates.subList(from, Math.min(rates.size(), from + CHUNK));
            added += db.insertInto(
                            EXCHANGE_RATE,
                            EXCHANGE_RATE.BUSINESS_ID,
                            EXCHANGE_RATE.CURRENCY,
                            EXCHANGE_RATE.DAY,
                            EXCHANGE_RATE.PER_UNIT,
                            EXCHANGE_RATE.SOURCE)
                    .valuesOfRows(chunk.stream()
                            .map(r -> DSL.row(business, r.from().getCurrencyCode(), r.day(), r.perUnit(), r.source()))
                            .toList())
                    .onConflictDoNothing()
                    .execute();
        }
        return added;
    }

    int count(BusinessId business) {
        return db.fetchCount(EXCHANGE_RATE, EXCHANGE_RATE.BUSINESS_ID.eq(business));
    }

    /** The currencies of customers, banks and processors that are not the business's own. */
    List<String> used(BusinessId business) {
        var own = DSL.field(DSL.select(BUSINESS.CURRENCY).from(BUSINESS).where(BUSINESS.ID.eq(business)));
        return db.select(CUSTOMER.CURRENCY)
                .from(CUSTOMER)
                .where(CUSTOMER.BUSINESS_ID.eq(business).and(CUSTOMER.CURRENCY.lt(own)))
                .union(DSL.select(CUSTOMER.CURRENCY)
                        .from(CUSTOMER)
                        .where(CUSTOMER.BUSINESS_ID.eq(business).and(CUSTOMER.CURRENCY.gt(own))))
                .union(DSL.select(BANK_ACCOUNT.CURRENCY)
                        .from(BANK_ACCOUNT)
                        .where(BANK_ACCOUNT.BUSINESS_ID.eq(business).and(BANK_ACCOUNT.CURRENCY.ne(own))))
                .union(DSL.select(PROCESSOR_ACCOUNT.CURRENCY)
                        .from(PROCESSOR_ACCOUNT)
                        .where(PROCESSOR_ACCOUNT.BUSINESS_ID.eq(business).and(PROCESSOR_ACCOUNT.CURRENCY.ne(own))))
                .orderBy(1)
                .fetch(r -> r.value1());
    }

    /** The currencies of which a rate is known on a day. */
    List<String> known(BusinessId business, LocalDate day) {
        return db.selectDistinct(EXCHANGE_RATE.CURRENCY)
                .from(EXCHANGE_RATE)
                .where(EXCHANGE_RATE.BUSINESS_ID.eq(business))
                .and(EXCHANGE_RATE.DAY.le(day))
                .fetch(EXCHANGE_RATE.CURRENCY);
    }
}
