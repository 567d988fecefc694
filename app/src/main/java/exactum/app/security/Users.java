package exactum.app.security;

import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.core.text.TextKind;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.Locale;
import java.util.Optional;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Who may sign in. The first user is made through an address that works once. */
@Component
public class Users {
    private static final Duration TICKET_LIFE = Duration.ofHours(24);
    private static final String NOBODYS_HASH = "$2a$10$7EqJtq98hPqEX7fNZaFWoOhi5B0a0vV1c1l1qQ0eHn1uJ3sQhJ7gK";
    private final UserStore users;
    private final PasswordEncoder encoder;
    private final Passwords passwords;
    private final Vault vault;

    Users(UserStore users, PasswordEncoder encoder, Passwords passwords, Vault vault) {
        this.users = users;
        this.encoder = encoder;
        this.passwords = passwords;
        this.vault = vault;
    }

    /** A login as it is kept and compared. */
    static String folded(String login) {
        return CleanText.harmless(login, TextKind.NAME.most()).toLowerCase(Locale.ROOT);
    }

    /** The person, if the password is theirs; as slow for a login that nobody has. */
    Optional<SignedIn> check(String login, String password) {
        Optional<String> hash = users.passwordHash(login);
        boolean matches = encoder.matches(password, hash.orElse(NOBODYS_HASH));
        return matches && hash.isPresent() ? users.find(login) : Optional.empty();
    }

    public boolean isEmpty() {
        return users.isEmpty();
    }

    /** Adds a user; one who is there already stays as they are. */
    @Transactional
    public void add(String login, String name, String password) {
        String cleanLogin = CleanText.of(login, TextKind.NAME, "sign-in").toLowerCase(Locale.ROOT);
        String cleanName = CleanText.of(name, TextKind.NAME, "name");
        if (cleanLogin.isEmpty() || cleanName.isEmpty())
            throw new Refusal("user.incomplete", "A user needs a name and a sign-in. Nothing was saved.");
        users.insert(cleanLogin, cleanName, passwords.hash(password));
    }

    /** Adds a user under a sign-in that nobody has yet, and answers it as it is kept. */
    @Transactional
    public String addNew(String login, String name, String password) {
        String folded = folded(login);
        if (users.find(folded).isPresent())
            throw new Refusal(
                    "user.taken",
                    "Somebody signs in as “%s” already. Nothing was saved. Choose another.".formatted(folded));
        add(login, name, password);
        return folded;
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
