package exactum.app.security;

import exactum.app.business.Membership;
import exactum.app.business.Power;
import exactum.app.business.Role;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.security.access.AccessDeniedException;

/** Somebody lacks a power; the message says which, and who has it. */
final class MayNot extends AccessDeniedException {

    MayNot(Membership member, Optional<Power> needed) {
        super(needed.map(p -> "You are here as %s. To %s one has to be %s. Nothing was changed."
                        .formatted(
                                member.words(),
                                p.words(),
                                p.holders().stream().map(Role::words).collect(Collectors.joining(" or "))))
                .orElse("Nobody may do this. Nothing was changed."));
    }
}
