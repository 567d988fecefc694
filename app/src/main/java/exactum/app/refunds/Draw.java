package exactum.app.refunds;

import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.util.Map;

/** What a refund takes its money from. */
public sealed interface Draw {

    /** What lies on account of a payment, a credit note or a security deposit. */
    record OnAccount(MeansId means, Money amount) implements Draw {}

    /**
     * A credit note that is made in the same step.
     *
     * @param lines quantities that are taken back, by the line's place; where there are none, the amount counts
     */
    record NewNote(DocumentId document, Map<Integer, BigDecimal> lines, Money amount) implements Draw {
        public NewNote {
            lines = Map.copyOf(lines);
        }
    }

    /** What the payment settled of a document, which is open again then. */
    record Reopened(DocumentId document, Money amount) implements Draw {}
}
