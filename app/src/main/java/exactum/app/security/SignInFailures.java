package exactum.app.security;

import exactum.app.audit.Audit;
import exactum.app.business.FindBusinesses;
import java.time.Duration;
import java.time.Instant;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** How often signing in failed, by account and by address, and how long each has to wait. */
@Component
class SignInFailures {
    private static final int FREE_OF_AN_ACCOUNT = 2;
    private static final int FREE_OF_AN_ADDRESS = 20;
    private static final Duration LONGEST = Duration.ofMinutes(15);
    private static final Duration FORGOTTEN_AFTER = Duration.ofHours(12);
    private final SignInStore store;
    private final FindBusinesses businesses;
    private final Audit audit;

    SignInFailures(SignInStore store, FindBusinesses businesses, Audit audit) {
        this.store = store;
        this.businesses = businesses;
        this.audit = audit;
    }

    /** How long it still has to wait; zero if it may try now. */
    Duration waitFor(String login, String address) {
        Instant now = Instant.now();
        Instant free = later(store.freeAt(account(login)), store.freeAt(from(address)));
        return free.isAfter(now) ? Duration.between(now, free) : Duration.ZERO;
    }

    /** Counts a failure and answers how long to wait before the next try. */
    @Transactional
    Duration count(String login, String address) {
        Duration ofAccount = count(account(login), FREE_OF_AN_ACCOUNT);
        Duration ofAddress = count(from(address), FREE_OF_AN_ADDRESS);
        businesses.of(login).forEach(b -> audit.recordBy(login, b.id(), "failed to sign in", "from " + address));
        return ofAccount.compareTo(ofAddress) > 0 ? ofAccount : ofAddress;
    }

    private Duration count(String key, int free) {
        Instant now = Instant.now();
        int failures = store.count(key, now, now.minus(FORGOTTEN_AFTER));
        if (failures <= free) return Duration.ZERO;
        Duration wait = Duration.ofSeconds(1L << Math.min(failures - free, 20));
        Duration bounded = wait.compareTo(LONGEST) > 0 ? LONGEST : wait;
        store.setFree(key, now.plus(bounded));
        return bounded;
    }

    /** Forgets an account's failures once it signed in; an address's wear off by themselves. */
    @Transactional
    void forget(String login) {
        store.forget(account(login));
    }

    private static Instant later(Instant a, Instant b) {
        return a.isAfter(b) ? a : b;
    }

    private static String account(String login) {
        return "account " + login;
    }

    private static String from(String address) {
        return "address " + address;
    }
}
