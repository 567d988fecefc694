package exactum.app.security;

import exactum.app.audit.Audit;
import exactum.app.business.FindBusinesses;
import exactum.core.problem.Refusal;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A person's password: what it has to be, changed by themselves, or chosen anew at an address that works once, for a day. */
@Component
public class Passwords {
    private static final Duration TICKET_LIFE = Duration.ofDays(1);
    private static final int SHORTEST = 10;
    /** All that bcrypt looks at. */
    private static final int LONGEST_BYTES = 72;

    private final UserStore users;
    private final PasswordEncoder encoder;
    private final Vault vault;
    private final FindBusinesses businesses;
    private final Audit audit;

    Passwords(UserStore users, PasswordEncoder encoder, Vault vault, FindBusinesses businesses, Audit audit) {
        this.users = users;
        this.encoder = encoder;
        this.vault = vault;
        this.businesses = businesses;
        this.audit = audit;
    }

    /** The hash of a password that is good enough. */
    String hash(String password) {
        if (password.length() < SHORTEST)
            throw new Refusal("user.password", "A password needs at least ten characters. Nothing was saved.")
                    .at("password");
        if (password.getBytes(StandardCharsets.UTF_8).length > LONGEST_BYTES)
            throw new Refusal(
                            "user.password-long",
                            "A password has at most 72 bytes, or 72 plain letters. Nothing was saved.")
                    .at("password");
        return encoder.encode(password);
    }

    /** Changes it, for who knows the one of now. */
    @Transactional
    public void change(String login, String now, String password) {
        boolean knows =
                users.passwordHash(login).filter(h -> encoder.matches(now, h)).isPresent();
        if (!knows)
            throw new Refusal("user.password-wrong", "That is not your password of now. Nothing was saved.").at("now");
        set(login, password);
    }

    /** A token for an address at which a new one can be chosen. */
    @Transactional
    public String ticket(String login) {
        byte[] token = new byte[24];
        new SecureRandom().nextBytes(token);
        String text = HexFormat.of().formatHex(token);
        users.insertPasswordTicket(login, digest(text), Instant.now().plus(TICKET_LIFE));
        return text;
    }

    /** Chooses a new one at such an address, and answers whose it is. */
    @Transactional
    public String choose(String token, String password) {
        String login = users.claimPasswordTicket(digest(token))
                .orElseThrow(() -> new Refusal(
                        "user.ticket",
                        "This address was used already or is older than a day. Nothing was saved. Ask for a new one."));
        set(login, password);
        return login;
    }

    private void set(String login, String password) {
        users.setPasswordHash(login, hash(password));
        businesses.of(login).forEach(b -> audit.recordBy(login, b.id(), "changed their password", login));
    }

    private byte[] digest(String token) {
        return vault.digest("new password", token);
    }
}
