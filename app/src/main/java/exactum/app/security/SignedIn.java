package exactum.app.security;

import java.io.Serializable;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.security.core.AuthenticatedPrincipal;

/** The person at the desk, as the session keeps them; what they may do is said by each business for itself. */
public record SignedIn(String login, String name) implements AuthenticatedPrincipal, Serializable {
    @Override
    public String getName() {
        return login;
    }

    /** First letters of the name, at most two. */
    public String initials() {
        return Stream.of(name.split("\\s+"))
                .limit(2)
                .map(w -> w.substring(0, w.offsetByCodePoints(0, 1)))
                .collect(Collectors.joining());
    }
}
