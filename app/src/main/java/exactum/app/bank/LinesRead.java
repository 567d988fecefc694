package exactum.app.bank;

import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import java.util.List;

/** Published in the transaction that stores a statement: its lines, with all that the bank said of them. */
public record LinesRead(BusinessId business, BankAccountId account, List<BankLine> lines) {
    public LinesRead {
        lines = List.copyOf(lines);
    }
}
