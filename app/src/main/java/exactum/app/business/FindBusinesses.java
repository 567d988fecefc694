package exactum.app.business;

import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.Optional;

/** Businesses, and who works for which. */
public interface FindBusinesses {

    /** The business; a {@link org.jooq.exception.NoDataFoundException} if there is none. */
    Business get(BusinessId id);

    Optional<Business> findByCode(String code);

    /** Every business of the installation, in the order in which they came. */
    List<Business> all();

    /** The businesses that the person works for, by name. */
    List<Business> of(String login);

    /** What the person may do in the business; nothing for who does not work there. */
    Optional<Role> role(BusinessId business, String login);
}
