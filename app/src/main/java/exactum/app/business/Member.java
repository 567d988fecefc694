package exactum.app.business;

import java.time.Instant;

/** A person who works for a business. */
public record Member(String login, String name, Membership membership, Instant joinedAt) {}
