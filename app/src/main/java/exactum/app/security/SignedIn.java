package exactum.app.security;

import java.util.Collection;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.security.core.GrantedAuthority;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.userdetails.UserDetails;

/** The person at the desk. */
public record SignedIn(String login, String name, String passwordHash, Users.Role role, boolean singleKeys)
        implements UserDetails {
    @Override
    public Collection<? extends GrantedAuthority> getAuthorities() {
        return List.of(new SimpleGrantedAuthority("ROLE_" + role.name()));
    }

    @Override
    public String getPassword() {
        return passwordHash;
    }

    @Override
    public String getUsername() {
        return login;
    }

    public boolean mayWrite() {
        return role == Users.Role.ADMINISTRATOR;
    }

    /** First letters of the name, at most two. */
    public String initials() {
        return Stream.of(name.split("\\s+"))
                .limit(2)
                .map(w -> w.substring(0, 1))
                .collect(Collectors.joining());
    }
}
