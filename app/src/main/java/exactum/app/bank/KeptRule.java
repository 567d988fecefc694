package exactum.app.bank;

import exactum.core.ledger.AccountCode;
import exactum.core.matching.StandingRule;
import java.time.OffsetDateTime;

/**
 * A standing rule as it is kept.
 *
 * @param account what lines that meet it are booked to
 * @param used how many lines it treated
 * @param retired when it was retired, or null
 */
public record KeptRule(StandingRule rule, AccountCode account, int used, String madeBy, OffsetDateTime retired) {
    public boolean isRetired() {
        return retired != null;
    }

    /** What a line must meet, in one sentence. */
    public String sentence() {
        StandingRule.When w = rule.when();
        var said = new StringBuilder(w.in() ? "Money in" : "Money out");
        if (!w.counterparty().isBlank())
            said.append(w.in() ? " from “" : " to “").append(w.counterparty()).append('”');
        if (!w.words().isBlank()) said.append(" that says “").append(w.words()).append('”');
        if (w.least() != null && w.most() != null && w.least().equals(w.most())) {
            said.append(" of ").append(w.least().withCurrency());
        } else {
            if (w.least() != null) said.append(" of at least ").append(w.least().withCurrency());
            if (w.most() != null)
                said.append(w.least() == null ? " of at most " : " and at most ")
                        .append(w.most().withCurrency());
        }
        return said.append(" is ").append(rule.target()).append('.').toString();
    }
}
