package exactum.app.arrears;

import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.UUID;

/**
 * A customer's objection to a document or a part of it.
 *
 * @param closedOn null while it is open
 * @param outcome how it ended, or null
 */
public record Dispute(
        UUID id,
        DocumentId document,
        Money amount,
        String cause,
        LocalDate openedOn,
        String openedBy,
        LocalDate closedOn,
        String outcome) {
    public boolean isOpen() {
        return closedOn == null;
    }
}
