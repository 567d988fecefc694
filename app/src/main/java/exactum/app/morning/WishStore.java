package exactum.app.morning;

import static exactumdb.Tables.APP_USER;
import static exactumdb.Tables.MORNING_MESSAGE;
import static exactumdb.Tables.NIGHT_STEP;

import exactum.core.ids.BusinessId;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Wishes in the database. */
@Component
class WishStore {
    private final DSLContext db;

    WishStore(DSLContext db) {
        this.db = db;
    }

    Optional<Wish> find(BusinessId business, String login) {
        return list(of(business, login)).stream().findFirst();
    }

    private static Condition of(BusinessId business, String login) {
        return MORNING_MESSAGE.BUSINESS_ID.eq(business).and(MORNING_MESSAGE.LOGIN.eq(login));
    }

    private List<Wish> list(Condition condition) {
        return db.select(MORNING_MESSAGE.fields())
                .select(APP_USER.NAME)
                .from(MORNING_MESSAGE)
                .join(APP_USER)
                .on(APP_USER.LOGIN.eq(MORNING_MESSAGE.LOGIN))
                .where(condition)
                .fetch(WishStore::wish);
    }

    private static Wish wish(Record r) {
        return new Wish(
                r.get(MORNING_MESSAGE.BUSINESS_ID),
                r.get(MORNING_MESSAGE.LOGIN),
                r.get(APP_USER.NAME),
                r.get(MORNING_MESSAGE.ADDRESS),
                r.get(MORNING_MESSAGE.SENT_FOR),
                r.get(MORNING_MESSAGE.TRIES),
                r.get(MORNING_MESSAGE.PROBLEM));
    }

    /** From the day after the given one on. */
    void put(BusinessId business, String login, String address, LocalDate today) {
        delete(business, login);
        db.insertInto(MORNING_MESSAGE)
                .set(MORNING_MESSAGE.BUSINESS_ID, business)
                .set(MORNING_MESSAGE.LOGIN, login)
                .set(MORNING_MESSAGE.ADDRESS, address)
                .set(MORNING_MESSAGE.SENT_FOR, today)
                .execute();
    }

    boolean delete(BusinessId business, String login) {
        return db.deleteFrom(MORNING_MESSAGE).where(of(business, login)).execute() == 1;
    }

    /** Takes those whose night has run and who have not got the day’s sheet; nobody else takes them until the lease is over. */
    List<Wish> take(BusinessId business, LocalDate today, Duration lease) {
        Condition due = MORNING_MESSAGE
                .BUSINESS_ID
                .eq(business)
                .and(MORNING_MESSAGE.SENT_FOR.isNull().or(MORNING_MESSAGE.SENT_FOR.lt(today)))
                .and(MORNING_MESSAGE.NEXT_TRY_AT.le(OffsetDateTime.now()))
                .and(DSL.exists(DSL.selectOne()
                        .from(NIGHT_STEP)
                        .where(NIGHT_STEP.BUSINESS_ID.eq(business))
                        .and(NIGHT_STEP.DAY.eq(today))));
        List<String> taken = db.update(MORNING_MESSAGE)
                .set(MORNING_MESSAGE.NEXT_TRY_AT, OffsetDateTime.now().plus(lease))
                .set(MORNING_MESSAGE.TRIES, MORNING_MESSAGE.TRIES.plus(1))
                .where(due)
                .returning(MORNING_MESSAGE.LOGIN)
                .fetch(MORNING_MESSAGE.LOGIN);
        return taken.isEmpty()
                ? List.of()
                : list(MORNING_MESSAGE.BUSINESS_ID.eq(business).and(MORNING_MESSAGE.LOGIN.in(taken)));
    }

    /** It went, or is given up for the day. */
    void over(Wish wish, LocalDate day, String problem) {
        db.update(MORNING_MESSAGE)
                .set(MORNING_MESSAGE.SENT_FOR, day)
                .set(MORNING_MESSAGE.TRIES, 0)
                .set(MORNING_MESSAGE.NEXT_TRY_AT, OffsetDateTime.now())
                .set(MORNING_MESSAGE.PROBLEM, problem)
                .where(of(wish.business(), wish.login()))
                .execute();
    }

    void failed(Wish wish, String problem, OffsetDateTime nextTry) {
        db.update(MORNING_MESSAGE)
                .set(MORNING_MESSAGE.NEXT_TRY_AT, nextTry)
                .set(MORNING_MESSAGE.PROBLEM, problem)
                .where(of(wish.business(), wish.login()))
                .execute();
    }
}
