package exactum.app.security;

import static exactumdb.Tables.SIGN_IN_FAILURE;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Failures to sign in, in the database. */
@Component
class SignInStore {
    private final DSLContext db;

    SignInStore(DSLContext db) {
        this.db = db;
    }

    Instant freeAt(String key) {
        return db.select(SIGN_IN_FAILURE.FREE_AT)
                .from(SIGN_IN_FAILURE)
                .where(SIGN_IN_FAILURE.KEY.eq(key))
                .fetchOptional(r -> r.value1().toInstant())
                .orElse(Instant.EPOCH);
    }

    /** One more, and how many there are; those whose last one is older than {@code forgotten} begin anew. */
    int count(String key, Instant now, Instant forgotten) {
        return db.insertInto(SIGN_IN_FAILURE)
                .set(SIGN_IN_FAILURE.KEY, key)
                .set(SIGN_IN_FAILURE.FAILURES, 1)
                .set(SIGN_IN_FAILURE.LAST_AT, at(now))
                .set(SIGN_IN_FAILURE.FREE_AT, at(now))
                .onConflict(SIGN_IN_FAILURE.KEY)
                .doUpdate()
                .set(
                        SIGN_IN_FAILURE.FAILURES,
                        DSL.when(SIGN_IN_FAILURE.LAST_AT.lt(at(forgotten)), 1)
                                .otherwise(SIGN_IN_FAILURE.FAILURES.plus(1)))
                .set(SIGN_IN_FAILURE.LAST_AT, at(now))
                .returning(SIGN_IN_FAILURE.FAILURES)
                .fetchSingle()
                .getFailures();
    }

    void setFree(String key, Instant free) {
        db.update(SIGN_IN_FAILURE)
                .set(SIGN_IN_FAILURE.FREE_AT, at(free))
                .where(SIGN_IN_FAILURE.KEY.eq(key))
                .execute();
    }

    void forget(String key) {
        db.deleteFrom(SIGN_IN_FAILURE).where(SIGN_IN_FAILURE.KEY.eq(key)).execute();
    }

    private static OffsetDateTime at(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC);
    }
}
