package exactum.core.settlement;

import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;

/** What somebody may wait for. */
public sealed interface Signal {

    /** Nothing is left of the document. */
    record FullyPaid(DocumentId document) implements Signal {}

    /** Something is left of it again. */
    record Reopened(DocumentId document) implements Signal {}

    /** What is open of the claim changed, so an offer that names another amount is out of date. */
    record OpenChanged(ClaimId claim) implements Signal {}
}
