package exactum.app.business;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** That a person works for a business, and as what. */
public record Membership(Set<Role> roles) {
    private static final String BOUND = Membership.class.getName();

    public Membership {
        roles = Set.copyOf(roles);
    }

    public boolean may(Power power) {
        return power.isWith(roles);
    }

    /** The roles in words, in their order: {@code billing and approver}. */
    public String words() {
        String all = roles.stream().sorted().map(Role::words).collect(Collectors.joining(", "));
        int last = all.lastIndexOf(", ");
        return last < 0 ? all : all.substring(0, last) + " and " + all.substring(last + 2);
    }

    /** Binds the membership of who asks to their request. */
    public void bind(HttpServletRequest request) {
        request.setAttribute(BOUND, this);
    }

    /** The membership of who asks in the business that the address names. */
    public static Optional<Membership> of(HttpServletRequest request) {
        return Optional.ofNullable((Membership) request.getAttribute(BOUND));
    }
}
