package exactum.app.arrears;

import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.UUID;

/**
 * What a payer said they will pay by a day.
 *
 * @param endedOn when it was kept, or given up; null while it is watched
 */
public record Promise(
        UUID id,
        DocumentId document,
        Money amount,
        LocalDate paysOn,
        String note,
        LocalDate madeOn,
        String madeBy,
        LocalDate endedOn) {
    public boolean isBroken(LocalDate today) {
        return endedOn == null && paysOn.isBefore(today);
    }
}
