package exactum.core.settlement;

import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.util.List;

/** Which claims a means settles. */
public sealed interface Policy {

    /** What is due first, first; what is written off last. */
    record DueOrder() implements Policy {}

    /** The claims of one document in due order; the rest stays on account. */
    record OfDocument(DocumentId document) implements Policy {}

    /**
     * As the payer or a person chose; the rest stays on account.
     *
     * @param parts in order
     */
    record Chosen(List<Part> parts) implements Policy {
        public Chosen {
            parts = List.copyOf(parts);
        }
    }

    /** None: all of it stays on account. */
    record OnAccount() implements Policy {}

    /**
     * A part for one claim. More than is left of the claim stays on account.
     *
     * @param claim which
     * @param amount what of the claim it settles, above zero, in the claim's currency
     * @param takes what of the means that takes; null in the same currency
     * @param tolerated how much may be missing and is let go, zero for nothing
     */
    record Part(ClaimId claim, Money amount, Money takes, Money tolerated) {
        public Part {
            if (!amount.isPositive()) throw new IllegalArgumentException("a part must be above zero");
        }

        /** A part in the claim's own currency, with nothing let go. */
        public static Part of(ClaimId claim, Money amount) {
            return new Part(claim, amount, null, Money.zero(amount.currency()));
        }

        /** A part across currencies. */
        public static Part across(ClaimId claim, Money amount, Money takes) {
            return new Part(claim, amount, takes, Money.zero(amount.currency()));
        }
    }
}
