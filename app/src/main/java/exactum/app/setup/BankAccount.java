package exactum.app.setup;

import exactum.core.ids.BankAccountId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import java.time.LocalDate;

/**
 * An account at a bank; its number is shown by its ending only.
 *
 * @param account its account in the chart
 * @param feedUrl where its statements can be fetched, or null
 * @param isFetched whether they are
 */
public record BankAccount(
        BankAccountId id,
        String name,
        String ending,
        AccountCode account,
        Money opening,
        LocalDate openedOn,
        String feedUrl,
        boolean isFetched) {}
