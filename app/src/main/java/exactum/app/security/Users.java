package exactum.app.security;

import static exactumdb.Tables.APP_USER;
import static exactumdb.Tables.FIRST_USER_TICKET;

import exactum.app.ids.Ids;
import exactum.core.problem.Refusal;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.HexFormat;
import java.util.Locale;
import org.jooq.DSLContext;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Who may sign in. The first user is made through an address that works once. */
@Component
public class Users implements UserDetailsService {
    private static final Duration TICKET_LIFE = Duration.ofHours(24);
    private final DSLContext db;
    private final PasswordEncoder passwords;
    private final Vault vault;

    Users(DSLContext db, PasswordEncoder passwords, Vault vault) {
        this.db = db;
        this.passwords = passwords;
        this.vault = vault;
    }

    /** What a user may do. */
    public enum Role {
        ADMINISTRATOR,
        AUDITOR
    }

    @Override
    public UserDetails loadUserByUsername(String login) {
        var user = db.selectFrom(APP_USER)
                .where(APP_USER.LOGIN.eq(login.toLowerCase(Locale.ROOT)))
                .fetchOptional()
                .orElseThrow(() -> new UsernameNotFoundException(login));
        return new SignedIn(
                user.getLogin(),
                user.getName(),
                user.getPasswordHash(),
                Role.valueOf(user.getRole().toUpperCase(Locale.ROOT)),
                user.getSingleKeys());
    }

    public boolean isEmpty() {
        return !db.fetchExists(APP_USER);
    }

    /** Adds a user; one who is there already stays as they are. */
    @Transactional
    public void add(String login, String name, String password, Role role) {
        if (login.isBlank() || name.isBlank())
            throw new Refusal("user.incomplete", "A user needs a name and a sign-in. Nothing was kept.");
        if (password.length() < 10)
            throw new Refusal("user.password", "A password needs at least ten characters. Nothing was kept.");
        db.insertInto(APP_USER)
                .set(APP_USER.ID, Ids.next())
                .set(APP_USER.LOGIN, login.strip().toLowerCase(Locale.ROOT))
                .set(APP_USER.NAME, name.strip())
                .set(APP_USER.PASSWORD_HASH, passwords.encode(password))
                .set(APP_USER.ROLE, role.name().toLowerCase(Locale.ROOT))
                .onConflictDoNothing()
                .execute();
    }

    /** A new one-time token for the first user's address, good for a day. */
    @Transactional
    public String issueFirstUserTicket() {
        byte[] token = new byte[24];
        new SecureRandom().nextBytes(token);
        String text = HexFormat.of().formatHex(token);
        db.insertInto(FIRST_USER_TICKET)
                .set(FIRST_USER_TICKET.DIGEST, vault.digest("first user", text))
                .set(
                        FIRST_USER_TICKET.EXPIRES_AT,
                        OffsetDateTime.ofInstant(Instant.now().plus(TICKET_LIFE), ZoneOffset.UTC))
                .execute();
        return text;
    }

    /** Makes the first user, and uses the token up; refused once there is a user or the token is spent. */
    @Transactional
    public void addFirst(String token, String login, String name, String password) {
        int claimed = db.update(FIRST_USER_TICKET)
                .set(FIRST_USER_TICKET.USED_AT, OffsetDateTime.now(ZoneOffset.UTC))
                .where(FIRST_USER_TICKET.DIGEST.eq(vault.digest("first user", token)))
                .and(FIRST_USER_TICKET.USED_AT.isNull())
                .and(FIRST_USER_TICKET.EXPIRES_AT.gt(OffsetDateTime.now(ZoneOffset.UTC)))
                .execute();
        if (claimed != 1 || !isEmpty()) {
            throw new Refusal(
                    "user.ticket", "This address was used already or is too old. Start Exactum again for a new one.");
        }
        add(login, name, password, Role.ADMINISTRATOR);
    }

    /** Switches single-letter keys on or off for one user (WCAG 2.1.4). */
    @Transactional
    public void setSingleKeys(String login, boolean on) {
        db.update(APP_USER)
                .set(APP_USER.SINGLE_KEYS, on)
                .where(APP_USER.LOGIN.eq(login))
                .execute();
    }

    public boolean singleKeys(String login) {
        return db.select(APP_USER.SINGLE_KEYS)
                .from(APP_USER)
                .where(APP_USER.LOGIN.eq(login))
                .fetchOptional(APP_USER.SINGLE_KEYS)
                .orElse(true);
    }
}
