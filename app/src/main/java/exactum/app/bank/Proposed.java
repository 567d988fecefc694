package exactum.app.bank;

import exactum.core.ids.DocumentId;
import exactum.core.matching.Grade;
import exactum.core.matching.Proposal;
import java.util.List;
import java.util.Set;

/**
 * A line of which something is unexplained, with what it may be, best first.
 *
 * @param about the documents that the best proposal would settle
 */
public record Proposed(BankLine line, List<Proposal> proposals, Set<DocumentId> about) {
    public Proposed {
        proposals = List.copyOf(proposals);
        about = Set.copyOf(about);
    }

    /** What it most probably is, or null. */
    public Proposal best() {
        return proposals.isEmpty() ? null : proposals.getFirst();
    }

    /** Whether the best proposal may be applied without a second look. */
    public boolean isCertain() {
        return best() != null && best().grade() == Grade.CERTAIN;
    }

    /** Whether the best proposal explains all of it and says what it most probably is. */
    public boolean isLikely() {
        return best() != null
                && best().grade() != Grade.LOOK
                && best().remainder().isZero();
    }
}
