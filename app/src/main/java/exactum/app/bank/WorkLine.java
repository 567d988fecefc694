package exactum.app.bank;

import java.util.List;

/**
 * A bank line in the workplace.
 *
 * @param accountName the account of ours
 * @param proposals what it may be, best first; none where it is matched
 * @param notice what a notice of the bank adds, or empty
 * @param matched what it was matched to, as it stands
 */
public record WorkLine(
        BankLine line,
        String accountName,
        String notice,
        List<ShownProposal> proposals,
        List<FindMatches.Matched> matched) {
    public WorkLine {
        proposals = List.copyOf(proposals);
        matched = List.copyOf(matched);
    }

    /** What it most probably is, or null. */
    public ShownProposal best() {
        return proposals.isEmpty() ? null : proposals.getFirst();
    }

    public boolean isDone() {
        return line.isMatched();
    }
}
