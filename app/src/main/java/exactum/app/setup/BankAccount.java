package exactum.app.setup;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.UUID;

/**
 * An account at a bank; its number is shown by its ending only.
 *
 * @param account its account in the chart
 * @param feedUrl where its statements can be fetched, or null
 */
public record BankAccount(
        UUID id, String name, String ending, String account, Money opening, LocalDate openedOn, String feedUrl) {}
