package exactum.app.security;

import static exactumdb.Tables.APP_USER;
import static exactumdb.Tables.FIRST_USER_TICKET;
import static exactumdb.Tables.PASSWORD_TICKET;

import exactum.app.database.Ids;
import exactum.core.ids.UserId;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Users and the ticket of the first one, in the database. */
@Component
class UserStore {
    private final DSLContext db;

    UserStore(DSLContext db) {
        this.db = db;
    }

    Optional<SignedIn> find(String login) {
        return db.selectFrom(APP_USER)
                .where(APP_USER.LOGIN.eq(login))
                .fetchOptional(u -> new SignedIn(u.getLogin(), u.getName()));
    }

    Optional<String> passwordHash(String login) {
        return db.select(APP_USER.PASSWORD_HASH)
                .from(APP_USER)
                .where(APP_USER.LOGIN.eq(login))
                .fetchOptional(APP_USER.PASSWORD_HASH);
    }

    boolean isEmpty() {
        return !db.fetchExists(APP_USER);
    }

    /** Adds a user; one who is there already stays as they are. */
    void insert(String login, String name, String passwordHash) {
        db.insertInto(APP_USER)
                .set(APP_USER.ID, new UserId(Ids.next()))
                .set(APP_USER.LOGIN, login)
                .set(APP_USER.NAME, name)
                .set(APP_USER.PASSWORD_HASH, passwordHash)
                .onConflictDoNothing()
                .execute();
    }

    void insertTicket(byte[] digest, Instant expires) {
        db.insertInto(FIRST_USER_TICKET)
                .set(FIRST_USER_TICKET.DIGEST, digest)
                .set(FIRST_USER_TICKET.EXPIRES_AT, expires.atOffset(ZoneOffset.UTC))
                .execute();
    }

    /** Uses a ticket up; false if it is spent, too old or none. */
    boolean claimTicket(byte[] digest) {
        OffsetDateTime now = OffsetDateTime.now(ZoneOffset.UTC);
        return db.update(FIRST_USER_TICKET)
                        .set(FIRST_USER_TICKET.USED_AT, now)
                        .where(FIRST_USER_TICKET.DIGEST.eq(digest))
                        .and(FIRST_USER_TICKET.USED_AT.isNull())
                        .and(FIRST_USER_TICKET.EXPIRES_AT.gt(now))
                        .execute()
                == 1;
    }

    void setPasswordHash(String login, String hash) {
        db.update(APP_USER)
                .set(APP_USER.PASSWORD_HASH, hash)
                .where(APP_USER.LOGIN.eq(login))
                .execute();
    }

    void insertPasswordTicket(String login, byte[] digest, Instant expires) {
        db.insertInto(PASSWORD_TICKET, PASSWORD_TICKET.DIGEST, PASSWORD_TICKET.USER_ID, PASSWORD_TICKET.EXPIRES_AT)
                .select(DSL.select(DSL.val(digest), APP_USER.ID, DSL.val(expires.atOffset(ZoneOffset.UTC)))
                        .from(APP_USER)
                        .where(APP_USER.LOGIN.eq(login)))
                .execute();
    }

    /** Uses a ticket up and answers whose it is; nothing if it is spent, too old or none. */
    Optional<String> claimPasswordTicket(byte[] digest) {
        OffsetDateTime now = OffsetDateTime.now(ZoneOffset.UTC);
        return db.update(PASSWORD_TICKET)
                .set(PASSWORD_TICKET.USED_AT, now)
                .where(PASSWORD_TICKET.DIGEST.eq(digest))
                .and(PASSWORD_TICKET.USED_AT.isNull())
                .and(PASSWORD_TICKET.EXPIRES_AT.gt(now))
                .returning(PASSWORD_TICKET.USER_ID)
                .fetchOptional(PASSWORD_TICKET.USER_ID)
                .flatMap(user -> db.select(APP_USER.LOGIN)
                        .from(APP_USER)
                        .where(APP_USER.ID.eq(user))
                        .fetchOptional(APP_USER.LOGIN));
    }

    void setSingleKeys(String login, boolean on) {
        db.update(APP_USER)
                .set(APP_USER.SINGLE_KEYS, on)
                .where(APP_USER.LOGIN.eq(login))
                .execute();
    }

    boolean singleKeys(String login) {
        return db.select(APP_USER.SINGLE_KEYS)
                .from(APP_USER)
                .where(APP_USER.LOGIN.eq(login))
                .fetchOptional(APP_USER.SINGLE_KEYS)
                .orElse(true);
    }
}
