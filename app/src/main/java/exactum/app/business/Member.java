package exactum.app.business;

import java.time.LocalDate;

/** A person who works for a business. */
public record Member(String login, String name, Membership membership, LocalDate joinedOn) {}
