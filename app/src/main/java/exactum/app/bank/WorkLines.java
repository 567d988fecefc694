package exactum.app.bank;

import exactum.app.ledger.Ledger;
import exactum.app.setup.BankAccount;
import exactum.app.setup.FindSetup;
import exactum.app.web.NotHere;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.Accounts;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Bank lines as they are worked down, each with what it may be or what it is. */
@Component
class WorkLines {
    private final FindBankLines lines;
    private final FindMatches matches;
    private final ProposeMatches propose;
    private final BankNoticeStore notices;
    private final FindSetup setup;
    private final Ledger ledger;

    WorkLines(
            FindBankLines lines,
            FindMatches matches,
            ProposeMatches propose,
            BankNoticeStore notices,
            FindSetup setup,
            Ledger ledger) {
        this.lines = lines;
        this.matches = matches;
        this.propose = propose;
        this.notices = notices;
        this.setup = setup;
        this.ledger = ledger;
    }

    /** The oldest of the wanted lines that are unmatched. */
    @Transactional(readOnly = true)
    public List<WorkLine> unmatched(BusinessId business, LineFilter filter, int most) {
        Accounts accounts = ledger.accounts(business);
        Map<BankAccountId, String> names = names(business);
        return propose.propose(business, lines.unmatched(business, filter, most)).stream()
                .map(p -> new WorkLine(
                        p.line(),
                        names.get(p.line().account()),
                        "",
                        ShownProposal.of(p.proposals(), accounts),
                        List.of()))
                .toList();
    }

    @Transactional(readOnly = true)
    public WorkLine one(BusinessId business, BankLineId id) {
        BankLine line = lines.find(business, id).orElseThrow(NotHere::new);
        List<FindMatches.Matched> matched = matches.ofLine(business, new LineRef.OfBank(id)).stream()
                .filter(m -> m.undone() == null)
                .toList();
        return new WorkLine(
                line,
                names(business).get(line.account()),
                notices.wordsOf(business, id),
                ShownProposal.of(
                        propose.propose(business, List.of(line)).getFirst().proposals(), ledger.accounts(business)),
                matched);
    }

    private Map<BankAccountId, String> names(BusinessId business) {
        return setup.bankAccounts(business).stream().collect(Collectors.toMap(BankAccount::id, BankAccount::name));
    }
}
