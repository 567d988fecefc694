package exactum.app.security;

import exactum.core.problem.Refusal;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.Locale;
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
    private static final int SHORTEST_PASSWORD = 10;
    private final UserStore users;
    private final PasswordEncoder passwords;
    private final Vault vault;

    Users(UserStore users, PasswordEncoder passwords, Vault vault) {
        this.users = users;
        this.passwords = passwords;
        this.vault = vault;
    }

    @Override
    public UserDetails loadUserByUsername(String login) {
        return users.find(login.toLowerCase(Locale.ROOT)).orElseThrow(() -> new UsernameNotFoundException(login));
    }

    public boolean isEmpty() {
        return users.isEmpty();
    }

    /** Adds a user; one who is there already stays as they are. */
    @Transactional
    public void add(String login, String name, String password) {
        if (login.isBlank() || name.isBlank())
            throw new Refusal("user.incomplete", "A user needs a name and a sign-in. Nothing was saved.");
        if (password.length() < SHORTEST_PASSWORD)
            throw new Refusal("user.password", "A password needs at least ten characters. Nothing was saved.");
        users.insert(login.strip().toLowerCase(Locale.ROOT), name.strip(), passwords.encode(password));
    }

    /** A new one-time token for the first user's address, good for a day. */
    @Transactional
    public String issueFirstUserTicket() {
        byte[] token = new byte[24];
        new SecureRandom().nextBytes(token);
        String text = HexFormat.of().formatHex(token);
        users.insertTicket(vault.digest("first user", text), Instant.now().plus(TICKET_LIFE));
        return text;
    }

    /** Makes the first user, and uses the token up; refused once there is a user or the token is spent. */
    @Transactional
    public void addFirst(String token, String login, String name, String password) {
        if (!users.claimTicket(vault.digest("first user", token)) || !users.isEmpty()) {
            throw new Refusal(
                    "user.ticket", "This address was used already or is too old. Start Exactum again for a new one.");
        }
        add(login, name, password);
    }

    /** Switches single-letter keys on or off for one user (WCAG 2.1.4). */
    @Transactional
    public void setSingleKeys(String login, boolean on) {
        users.setSingleKeys(login, on);
    }

    public boolean singleKeys(String login) {
        return users.singleKeys(login);
    }
}
