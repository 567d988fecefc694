package exactum.app.security;

import java.util.Collection;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.security.core.GrantedAuthority;
import org.springframework.security.core.userdetails.UserDetails;

/** The person at the desk; what they may do is said by each business for itself. */
public record SignedIn(String login, String name, String passwordHash) implements UserDetails {
    @Override
    public Collection<? extends GrantedAuthority> getAuthorities() {
        return List.of();
    }

    @Override
    public String getPassword() {
        return passwordHash;
    }

    @Override
    public String getUsername() {
        return login;
    }

    /** First letters of the name, at most two. */
    public String initials() {
        return Stream.of(name.split("\\s+"))
                .limit(2)
                .map(w -> w.substring(0, 1))
                .collect(Collectors.joining());
    }
}
