package exactum.app.setup;

import exactum.core.ledger.AccountCode;
import exactum.core.ledger.AccountRole;
import java.util.List;

/**
 * An account of the chart.
 *
 * @param kind asset, liability, equity, income or expense
 * @param role the part it plays in bookings, or null
 */
public record Account(AccountCode code, String name, String kind, AccountRole role) {

    /** What an account may be. */
    static final List<String> KINDS = List.of("asset", "liability", "equity", "income", "expense");

    /** An account that plays no part of its own. */
    public static Account of(String code, String name, String kind) {
        return new Account(new AccountCode(code), name, kind, null);
    }

    /** As it is named in lists: {@code 5010 Bank charges}. */
    public String label() {
        return code + " " + name;
    }
}
