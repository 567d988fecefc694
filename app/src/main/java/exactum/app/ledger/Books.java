package exactum.app.ledger;

import static exactumdb.Tables.ACCOUNT;
import static exactumdb.Tables.ENTRY;
import static exactumdb.Tables.POSTING;

import exactum.app.business.Business;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Reads the books: balances by account and the entries behind them. */
@Component
class Books {
    private final DSLContext db;

    Books(DSLContext db) {
        this.db = db;
    }

    /** An account with its balance; a debit is positive. */
    record Balance(String code, String name, String kind, Money balance) {}

    /** A posting with its entry's words; {@code first} of its entry or not. */
    record Posted(UUID entry, LocalDate date, String kind, String memo, String account, Money amount, boolean first) {}

    List<Balance> balances(LocalDate asOf) {
        var sum = DSL.sum(POSTING.AMOUNT_MINOR);
        return db.select(ACCOUNT.CODE, ACCOUNT.NAME, ACCOUNT.KIND, POSTING.CURRENCY, sum)
                .from(ACCOUNT)
                .join(POSTING)
                .on(POSTING.BUSINESS_ID.eq(ACCOUNT.BUSINESS_ID))
                .and(POSTING.ACCOUNT.eq(ACCOUNT.CODE))
                .join(ENTRY)
                .on(ENTRY.BUSINESS_ID.eq(POSTING.BUSINESS_ID))
                .and(ENTRY.ID.eq(POSTING.ENTRY_ID))
                .where(ACCOUNT.BUSINESS_ID.eq(Business.ID))
                .and(ENTRY.ENTRY_DATE.le(asOf))
                .groupBy(ACCOUNT.CODE, ACCOUNT.NAME, ACCOUNT.KIND, POSTING.CURRENCY)
                .orderBy(ACCOUNT.CODE)
                .fetch(r -> new Balance(
                        r.value1(),
                        r.value2(),
                        r.value3(),
                        Money.ofMinor(r.value4(), r.get(sum, BigDecimal.class).longValueExact())));
    }

    /** The postings of the latest entries, of one account's if it is not empty. */
    List<Posted> latest(String account, int entries) {
        var condition = ENTRY.BUSINESS_ID.eq(Business.ID);
        if (!account.isEmpty()) {
            condition = condition.and(DSL.exists(DSL.selectOne()
                    .from(POSTING)
                    .where(POSTING.BUSINESS_ID.eq(ENTRY.BUSINESS_ID))
                    .and(POSTING.ENTRY_ID.eq(ENTRY.ID))
                    .and(POSTING.ACCOUNT.eq(account))));
        }
        var latest = DSL.select(ENTRY.ID)
                .from(ENTRY)
                .where(condition)
                .orderBy(ENTRY.ENTRY_DATE.desc(), ENTRY.ID.desc())
                .limit(entries);
        return db.select(
                        ENTRY.ID,
                        ENTRY.ENTRY_DATE,
                        ENTRY.KIND,
                        ENTRY.MEMO,
                        ACCOUNT.CODE,
                        ACCOUNT.NAME,
                        POSTING.CURRENCY,
                        POSTING.AMOUNT_MINOR,
                        POSTING.LINE_NO)
                .from(ENTRY)
                .join(POSTING)
                .on(POSTING.BUSINESS_ID.eq(ENTRY.BUSINESS_ID))
                .and(POSTING.ENTRY_ID.eq(ENTRY.ID))
                .join(ACCOUNT)
                .on(ACCOUNT.BUSINESS_ID.eq(POSTING.BUSINESS_ID))
                .and(ACCOUNT.CODE.eq(POSTING.ACCOUNT))
                .where(ENTRY.BUSINESS_ID.eq(Business.ID))
                .and(ENTRY.ID.in(latest))
                .orderBy(ENTRY.ENTRY_DATE.desc(), ENTRY.ID.desc(), POSTING.LINE_NO)
                .fetch(r -> new Posted(
                        r.value1(),
                        r.value2(),
                        r.value3(),
                        r.value4(),
                        r.value5() + " " + r.value6(),
                        Money.ofMinor(r.value7(), r.value8()),
                        r.value9() == 1));
    }
}
