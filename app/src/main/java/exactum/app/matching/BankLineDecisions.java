package exactum.app.matching;

import exactum.app.daysheet.Decision;
import exactum.app.daysheet.DecisionSource;
import exactum.app.statements.BankLine;
import exactum.core.matching.Proposal;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/** Bank lines without a home, each with the step that its best proposal suggests. */
@Component
class BankLineDecisions implements DecisionSource {
    private static final int MOST = 40;

    private final MatchBankLines match;

    BankLineDecisions(MatchBankLines match) {
        this.match = match;
    }

    @Override
    public List<Decision> decisions(LocalDate today) {
        return match.homeless(MOST).stream().map(BankLineDecisions::decision).toList();
    }

    private static Decision decision(MatchBankLines.Homeless homeless) {
        BankLine line = homeless.line();
        Proposal best = homeless.best();
        boolean acceptable = best != null && best.remainder().isZero() && best.score() >= 70;
        String page = "/bank-lines/" + line.id();
        return new Decision(
                "Bank",
                "homeless",
                best == null
                        ? "Bank line “%s” is without a home".formatted(line.words())
                        : "Bank line “%s” comes out as %s".formatted(line.words(), best.words()),
                line.counterparty().isEmpty() ? "the bank" : line.counterparty(),
                line.bookedOn(),
                line.amount().currency().getCurrencyCode(),
                line.amount().minor(),
                page,
                acceptable ? step(best) : "Find its home",
                acceptable ? page + address(best) : page,
                acceptable);
    }

    /** Names what was shown, so that nothing else is accepted in its place. */
    private static String address(Proposal best) {
        return switch (best.kind()) {
            case PAYOUT -> "/payout?payout=" + best.target();
            case TRANSFER -> "/transfer?invoice=" + best.target();
            case BANK_CHARGE -> "/charge";
        };
    }

    private static String step(Proposal best) {
        return best.kind() == Proposal.Kind.BANK_CHARGE ? "Book as bank charge" : "Accept";
    }
}
