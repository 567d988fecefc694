package exactum.app.people;

import exactum.app.business.Membership;
import exactum.core.ids.BusinessId;
import java.time.Instant;
import java.util.UUID;

/**
 * Somebody is asked to work for a business.
 *
 * @param name of who is asked, as the inviter wrote it
 * @param as what they would work
 * @param by the login of the inviter
 */
public record Invitation(BusinessId business, UUID id, String name, Membership as, String by, Instant expiresAt) {}
