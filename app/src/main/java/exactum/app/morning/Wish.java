package exactum.app.morning;

import exactum.core.ids.BusinessId;
import java.time.LocalDate;

/**
 * That a person wants the day sheet by mail.
 *
 * @param sentFor the business day for which it was sent last, or given up; null for none
 * @param problem why it was given up, or failed so far; empty for nothing
 */
record Wish(
        BusinessId business, String login, String name, String address, LocalDate sentFor, int tries, String problem) {}
