package exactum.app.security;

import java.time.Duration;
import java.util.List;
import org.springframework.security.authentication.AuthenticationProvider;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.web.authentication.WebAuthenticationDetails;
import org.springframework.stereotype.Component;

/**
 * Checks a password, slower after failures: each account and each address has to wait twice as long as the time before from
 * its third failure on, and nothing is looked at before the wait is over. The session keeps who it is and no hash.
 */
@Component
class SignInCheck implements AuthenticationProvider {
    private final Users users;
    private final SignInFailures failures;

    SignInCheck(Users users, SignInFailures failures) {
        this.users = users;
        this.failures = failures;
    }

    /** Too soon after failures. */
    static final class TooSoon extends AuthenticationException {
        private final transient Duration wait;

        TooSoon(Duration wait) {
            super("wait " + wait);
            this.wait = wait;
        }

        long seconds() {
            return Math.max(1, wait.toSeconds());
        }
    }

    @Override
    public Authentication authenticate(Authentication asked) {
        String login = Users.folded(asked.getName());
        String address = asked.getDetails() instanceof WebAuthenticationDetails d ? d.getRemoteAddress() : "";
        Duration wait = failures.waitFor(login, address);
        if (!wait.isZero()) throw new TooSoon(wait);
        SignedIn user =
                users.check(login, String.valueOf(asked.getCredentials())).orElseThrow(() -> wrong(login, address));
        failures.forget(login);
        var token = UsernamePasswordAuthenticationToken.authenticated(user, null, List.of());
        token.setDetails(asked.getDetails());
        return token;
    }

    private AuthenticationException wrong(String login, String address) {
        Duration wait = failures.count(login, address);
        return wait.isZero() ? new BadCredentialsException("wrong sign-in or password") : new TooSoon(wait);
    }

    @Override
    public boolean supports(Class<?> authentication) {
        return UsernamePasswordAuthenticationToken.class.isAssignableFrom(authentication);
    }
}
