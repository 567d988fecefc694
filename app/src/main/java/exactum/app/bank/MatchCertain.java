package exactum.app.bank;

import exactum.app.ledger.Ledger;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.Accounts;
import exactum.core.problem.Refusal;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Matches many lines in one press, each by itself, so that one that is refused stops none. */
@Component
public class MatchCertain {
    private final FindBankLines lines;
    private final ChosenParts chosen;
    private final ProposeMatches propose;
    private final Match match;
    private final Ledger ledger;

    MatchCertain(FindBankLines lines, ChosenParts chosen, ProposeMatches propose, Match match, Ledger ledger) {
        this.lines = lines;
        this.chosen = chosen;
        this.propose = propose;
        this.match = match;
        this.ledger = ledger;
    }

    /**
     * Matches lines as they were shown and answers how many.
     *
     * @param shown each a line's id and its parts, as {@code id|claim:…=11900|customer:…=800}
     */
    public int match(BusinessId business, List<String> shown) {
        return (int) shown.stream().filter(one -> matched(business, one)).count();
    }

    /** Matches every line that is certain now and answers how many. */
    public int matchAll(BusinessId business) {
        return matchEach(business, line -> {});
    }

    /** Matches every line that is certain now, hands on each that was, and answers how many. */
    int matchEach(BusinessId business, Consumer<BankLineId> matched) {
        Accounts accounts = ledger.accounts(business);
        int count = 0;
        for (Proposed p : propose.unmatched(business, Integer.MAX_VALUE)) {
            if (!p.isCertain()) continue;
            String shown = p.line().id() + "|"
                    + p.best().parts().stream()
                            .map(part -> PartText.whole(part, accounts))
                            .collect(Collectors.joining("|"));
            if (!matched(business, shown)) continue;
            matched.accept(p.line().id());
            count++;
        }
        return count;
    }

    private boolean matched(BusinessId business, String shown) {
        String[] pieces = shown.split("\\|");
        Optional<BankLine> line = lines.find(business, BankLineId.valueOf(pieces[0]));
        if (line.isEmpty()) return false;
        try {
            List<String> parts = Arrays.stream(pieces).skip(1).toList();
            match.match(business, new LineRef.OfBank(line.get().id()), chosen.shown(business, line.get(), parts));
            return true;
        } catch (Refusal takenMeanwhile) {
            return false;
        }
    }
}
