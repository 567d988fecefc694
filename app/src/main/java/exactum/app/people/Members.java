package exactum.app.people;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.business.FindBusinesses;
import exactum.app.business.Member;
import exactum.app.business.Membership;
import exactum.app.business.Memberships;
import exactum.app.business.Power;
import exactum.app.business.Role;
import exactum.app.installation.Settings;
import exactum.app.security.Passwords;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Gives and takes roles, lets people go, and helps one who forgot their password. */
@Component
public class Members {
    private final FindBusinesses businesses;
    private final Memberships memberships;
    private final Passwords passwords;
    private final Settings settings;
    private final Audit audit;

    Members(FindBusinesses businesses, Memberships memberships, Passwords passwords, Settings settings, Audit audit) {
        this.businesses = businesses;
        this.memberships = memberships;
        this.passwords = passwords;
        this.settings = settings;
        this.audit = audit;
    }

    @Transactional
    public void setRoles(BusinessId business, String login, Set<Role> roles) {
        Membership before = memberships.change(business, login, roles);
        audit.record(
                business,
                "changed the roles",
                login,
                Changes.of().and("roles", before.words(), new Membership(roles).words()));
    }

    /** Ends that somebody works here, by an administrator or by themselves. */
    @Transactional
    public void leave(BusinessId business, String login) {
        memberships.leave(business, login);
        audit.record(business, login.equals(Audit.who()) ? "left the business" : "let somebody go", login);
    }

    /**
     * An address at which somebody can choose a new password, once. Only for who works nowhere but where the asker gives
     * and takes roles: nobody gets into another business by it.
     */
    @Transactional
    public String newPasswordAddress(BusinessId business, String login) {
        businesses
                .membership(business, login)
                .orElseThrow(() ->
                        new Refusal("member.gone", "“%s” does not work here. Nothing was made.".formatted(login)));
        boolean elsewhere = businesses.of(login).stream()
                .anyMatch(b -> businesses
                        .membership(b.id(), Audit.who())
                        .filter(m -> m.may(Power.PEOPLE))
                        .isEmpty());
        if (elsewhere)
            throw new Refusal(
                    "password.elsewhere",
                    "“%s” works for another business too, which you do not administer. Its administrator has to help as well. Nothing was made."
                            .formatted(login));
        audit.record(business, "made an address for a new password", login);
        return settings.publicAddress() + "/password/" + passwords.ticket(login);
    }

    Member member(BusinessId business, String login) {
        return businesses.members(business).stream()
                .filter(m -> m.login().equals(login))
                .findFirst()
                .orElseThrow(() -> new Refusal("member.gone", "“%s” does not work here.".formatted(login)));
    }
}
