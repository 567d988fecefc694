package exactum.app.bank;

import exactum.app.business.Power;
import exactum.app.daysheet.Decision;
import exactum.app.daysheet.ManyDecisions;
import exactum.app.daysheet.Station;
import exactum.app.daysheet.Wanted;
import exactum.app.ledger.Ledger;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.Accounts;
import exactum.core.matching.Proposal;
import exactum.core.money.Money;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Bank lines that are unmatched, each with what it most probably is. */
@Component
class BankLineDecisions extends ManyDecisions {
    static final String KEY = "bank-line/";
    private final ProposeMatches propose;
    private final FindBankLines lines;
    private final Ledger ledger;

    BankLineDecisions(ProposeMatches propose, FindBankLines lines, Ledger ledger) {
        super(Station.BANK, KEY, "unmatched bank lines", "/unmatched");
        this.propose = propose;
        this.lines = lines;
        this.ledger = ledger;
    }

    @Override
    public int count(BusinessId business, Wanted wanted) {
        return lines.countUnmatched(business, wanted);
    }

    @Override
    protected List<Decision> shown(BusinessId business, Wanted wanted) {
        Accounts accounts = ledger.accounts(business);
        return propose.propose(business, lines.unmatched(business, wanted)).stream()
                .map(p -> decision(p, accounts))
                .toList();
    }

    @Override
    protected List<Money> sums(BusinessId business, Wanted wanted, List<Decision> shown) {
        return lines.sumsUnmatched(business, wanted).stream().map(m -> m.abs()).toList();
    }

    private static Decision decision(Proposed proposed, Accounts accounts) {
        BankLine line = proposed.line();
        Proposal best = proposed.best();
        String page = "/bank-lines/" + line.id();
        String words = proposed.isLikely()
                ? "Bank line “%s” is %s".formatted(line.words(), best.words())
                : "Bank line “%s” is unmatched".formatted(line.words());
        return Decision.of(
                        KEY + line.id(),
                        Station.BANK,
                        "unmatched",
                        words,
                        line.whose(),
                        line.bookedOn(),
                        line.left(),
                        page,
                        proposed.isLikely()
                                ? Decision.Step.act("Match", page + "/accept?" + shown(best, accounts), Power.MATCHING)
                                : Decision.Step.open("Look", page))
                .about(proposed.about());
    }

    /** Names what was shown, so that nothing else is matched in its place. */
    private static String shown(Proposal best, Accounts accounts) {
        return best.parts().stream()
                .map(p -> "shown=" + PartText.whole(p, accounts))
                .collect(Collectors.joining("&"));
    }
}
