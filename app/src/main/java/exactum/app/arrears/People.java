package exactum.app.arrears;

import exactum.app.business.FindBusinesses;
import exactum.app.business.Power;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Who may follow arrears up. */
@Component("arrearsPeople")
class People {
    private final FindBusinesses businesses;

    People(FindBusinesses businesses) {
        this.businesses = businesses;
    }

    /** A colleague by sign-in and name. */
    public record Someone(String login, String name) {}

    List<Someone> whoFollowUp(BusinessId business) {
        return businesses.members(business).stream()
                .filter(m -> m.membership().may(Power.DECIDE))
                .map(m -> new Someone(m.login(), m.name()))
                .toList();
    }
}
