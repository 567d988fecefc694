package exactum.app.business;

import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.util.Set;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Who works for a business, and as what. One administrator always stays. */
@Component
public class Memberships {
    private final BusinessStore businesses;
    private final BusinessClock clock;
    private final ApplicationEventPublisher events;

    Memberships(BusinessStore businesses, BusinessClock clock, ApplicationEventPublisher events) {
        this.businesses = businesses;
        this.clock = clock;
        this.events = events;
    }

    /** Lets a person work for the business; false for who does already and stays as they are. */
    @Transactional
    public boolean join(BusinessId business, String login, Set<Role> roles) {
        requireSome(roles);
        return businesses.join(business, login, roles, clock.today(business));
    }

    /** Gives a member other roles, and answers what they were before. */
    @Transactional
    public Membership change(BusinessId business, String login, Set<Role> roles) {
        businesses.lock(business);
        requireSome(roles);
        Membership before = member(business, login);
        if (!roles.contains(Role.ADMINISTRATOR)) requireAnotherAdministrator(business, login);
        businesses.setRoles(business, login, roles);
        return before;
    }

    /** Ends that a person works for the business. What they made stays under their name. */
    @Transactional
    public void leave(BusinessId business, String login) {
        businesses.lock(business);
        member(business, login);
        requireAnotherAdministrator(business, login);
        businesses.leave(business, login);
        events.publishEvent(new MemberLeft(business, login));
    }

    private Membership member(BusinessId business, String login) {
        return businesses
                .membership(business, login)
                .orElseThrow(() -> new Refusal(
                        "member.gone", "“%s” does not work here any more. Nothing was changed.".formatted(login)));
    }

    private static void requireSome(Set<Role> roles) {
        if (roles.isEmpty())
            throw new Refusal("member.no-role", "Choose at least one role. Nothing was changed.").at("roles");
    }

    private void requireAnotherAdministrator(BusinessId business, String login) {
        boolean another = businesses.members(business).stream()
                .filter(m -> !m.login().equals(login))
                .anyMatch(m -> m.membership().roles().contains(Role.ADMINISTRATOR));
        boolean isOne = businesses
                .membership(business, login)
                .filter(m -> m.roles().contains(Role.ADMINISTRATOR))
                .isPresent();
        if (isOne && !another)
            throw new Refusal(
                    "member.last-administrator",
                    "Nobody else is administrator here, and a business needs one. Nothing was changed. Make somebody else administrator first.");
    }
}
