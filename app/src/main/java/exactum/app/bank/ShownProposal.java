package exactum.app.bank;

import exactum.core.ledger.Accounts;
import exactum.core.matching.Grade;
import exactum.core.matching.Proposal;
import java.util.List;

/**
 * A proposal as it is shown, with its parts as forms name them.
 *
 * @param parts so that exactly what was shown is matched
 */
public record ShownProposal(Proposal proposal, List<String> parts) {
    static ShownProposal of(Proposal proposal, Accounts accounts) {
        return new ShownProposal(
                proposal,
                proposal.parts().stream().map(p -> PartText.whole(p, accounts)).toList());
    }

    static List<ShownProposal> of(List<Proposal> proposals, Accounts accounts) {
        return proposals.stream().map(p -> of(p, accounts)).toList();
    }

    /** Whether one press matches all of the line to it. */
    public boolean isMatchedAtOnce() {
        return proposal.grade() != Grade.LOOK && proposal.remainder().isZero();
    }
}
