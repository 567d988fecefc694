package exactum.app.business;

import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.util.Set;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Adds a business with the person who makes it as its administrator, or changes one. */
@Component
public class SaveBusiness {
    private final BusinessStore businesses;
    private final BusinessClock clock;

    SaveBusiness(BusinessStore businesses, BusinessClock clock) {
        this.businesses = businesses;
        this.clock = clock;
    }

    /** Adds it under a code that no other has. */
    @Transactional
    public BusinessId add(Business business, String login) {
        BusinessId id = businesses
                .insert(business)
                .orElseThrow(() -> new Refusal(
                        "business.code",
                        "There is a business with the address “%s” already. Nothing was saved. Choose another address."
                                .formatted(business.code())));
        businesses.join(id, login, Set.of(Role.ADMINISTRATOR), clock.today(id));
        return id;
    }

    /** Changes what is said of it; its currency stays once anything is booked. */
    @Transactional
    public void change(Business business) {
        Business before = businesses.get(business.id());
        try {
            if (!businesses.update(business)) throw changed(before);
        } catch (DataIntegrityViolationException booked) {
            throw new Refusal(
                    "business.currency",
                    "The books are kept in %s already, so the currency stays. Nothing was saved."
                            .formatted(before.currency()));
        }
    }

    private static Refusal changed(Business now) {
        return new Refusal(
                "business.changed",
                "Somebody changed this meanwhile. It now says %s, %s, %s, %s, %s. Yours was not saved; it still stands here. Load the page in another tab to compare."
                        .formatted(
                                now.identity().legalName(),
                                now.identity().senderName(),
                                now.identity().statementName(),
                                now.identity().mailFrom(),
                                now.identity().address().replace("\n", ", ")));
    }

    /** Within a transaction: nobody else sets up this business until it ends. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void oneAtATime(BusinessId business) {
        businesses.lock(business);
    }
}
