package exactum.app.bank;

import exactum.app.setup.BankAccount;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementChain;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.StatementId;
import java.util.List;
import java.util.Optional;

/** Bank statements. */
public interface FindStatements {
    /** The newest. */
    List<BankStatement> list(BusinessId business, int most);

    Optional<BankStatement> find(BusinessId business, StatementId id);

    /** The one that ends last of an account. */
    Optional<BankStatement> last(BusinessId business, BankAccountId account);

    /** All statements of an account as they follow on each other. */
    StatementChain chain(BusinessId business, BankAccount account);

    /** What a statement says that moves no money, in the bank's order. */
    List<Statement.Remark> remarks(BusinessId business, StatementId statement, int most);
}
