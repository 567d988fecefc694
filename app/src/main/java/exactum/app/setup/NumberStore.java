package exactum.app.setup;

import static exactumdb.Tables.NUMBER_COUNTER;
import static exactumdb.Tables.NUMBER_SERIES;

import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Number series and their counters in the database. */
@Component
class NumberStore {
    private final DSLContext db;

    NumberStore(DSLContext db) {
        this.db = db;
    }

    List<NumberSeries> all(BusinessId business) {
        return db.selectFrom(NUMBER_SERIES)
                .where(NUMBER_SERIES.BUSINESS_ID.eq(business))
                .fetch(s -> new NumberSeries(s.getName(), s.getPrefix(), s.getWidth()));
    }

    Optional<NumberSeries> find(BusinessId business, String name) {
        return all(business).stream().filter(s -> s.name().equals(name)).findFirst();
    }

    void keep(BusinessId business, NumberSeries series) {
        db.insertInto(NUMBER_SERIES)
                .set(NUMBER_SERIES.BUSINESS_ID, business)
                .set(NUMBER_SERIES.NAME, series.name())
                .set(NUMBER_SERIES.PREFIX, series.prefix())
                .set(NUMBER_SERIES.WIDTH, series.width())
                .onConflict(NUMBER_SERIES.BUSINESS_ID, NUMBER_SERIES.NAME)
                .doUpdate()
                .set(NUMBER_SERIES.PREFIX, series.prefix())
                .set(NUMBER_SERIES.WIDTH, series.width())
                .execute();
    }

    /** The last number taken in a year; 0 for none. */
    long last(BusinessId business, String series, int year) {
        return db.select(NUMBER_COUNTER.LAST_NUMBER)
                .from(NUMBER_COUNTER)
                .where(NUMBER_COUNTER.BUSINESS_ID.eq(business))
                .and(NUMBER_COUNTER.SERIES.eq(series))
                .and(NUMBER_COUNTER.YEAR.eq(year))
                .fetchOptional(NUMBER_COUNTER.LAST_NUMBER)
                .orElse(0L);
    }

    /** Moves it forward, so that the number after {@code last} is the next one; false if a later one was taken already. */
    boolean moveOn(BusinessId business, String series, int year, long last) {
        db.insertInto(NUMBER_COUNTER)
                .set(NUMBER_COUNTER.BUSINESS_ID, business)
                .set(NUMBER_COUNTER.SERIES, series)
                .set(NUMBER_COUNTER.YEAR, year)
                .onConflictDoNothing()
                .execute();
        return db.update(NUMBER_COUNTER)
                        .set(
                                NUMBER_COUNTER.SKIPPED,
                                NUMBER_COUNTER.SKIPPED.plus(last).minus(NUMBER_COUNTER.LAST_NUMBER))
                        .set(NUMBER_COUNTER.LAST_NUMBER, last)
                        .where(NUMBER_COUNTER.BUSINESS_ID.eq(business))
                        .and(NUMBER_COUNTER.SERIES.eq(series))
                        .and(NUMBER_COUNTER.YEAR.eq(year))
                        .and(NUMBER_COUNTER.LAST_NUMBER.le(last))
                        .execute()
                == 1;
    }
}
