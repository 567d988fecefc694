package exactum.app.business;

import exactum.core.ids.BusinessId;

/** Published in the transaction in which a person stops working for a business. */
public record MemberLeft(BusinessId business, String login) {}
