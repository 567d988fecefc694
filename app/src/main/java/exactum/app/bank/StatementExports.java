package exactum.app.bank;

import exactum.app.setup.FindSetup;
import exactum.app.web.NotHere;
import exactum.core.bank.Statement;
import exactum.core.ids.BusinessId;
import exactum.core.ids.StatementId;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Statements as they were read, to be given out in any format. */
@Component
class StatementExports {
    private final FindStatements statements;
    private final FindBankLines lines;
    private final FindSetup setup;

    StatementExports(FindStatements statements, FindBankLines lines, FindSetup setup) {
        this.statements = statements;
        this.lines = lines;
        this.setup = setup;
    }

    @Transactional(readOnly = true)
    public Statement of(BusinessId business, StatementId id) {
        BankStatement s = statements.find(business, id).orElseThrow(NotHere::new);
        return new Statement(
                s.reference(),
                s.sequence(),
                setup.number(business, s.account()),
                s.from(),
                s.until(),
                s.opening(),
                s.closing(),
                lines.ofStatement(business, id, 1, Integer.MAX_VALUE).stream()
                        .map(BankLine::said)
                        .toList());
    }
}
