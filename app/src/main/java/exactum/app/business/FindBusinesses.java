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

    /** As what the person works for the business; nothing for who does not. */
    Optional<Membership> membership(BusinessId business, String login);

    /** Who works for the business, by name. */
    List<Member> members(BusinessId business);
}
