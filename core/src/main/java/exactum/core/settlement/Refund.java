package exactum.core.settlement;

import exactum.core.ids.EntryId;
import exactum.core.ids.MeansId;
import exactum.core.ids.RefundId;
import exactum.core.money.Valued;
import java.time.LocalDate;

/**
 * Money given back, or a row that undoes that because it was refused.
 *
 * @param drawnOn the means whose rest it takes
 * @param through the payment that it goes back through
 * @param amount in the means' currency, negative where it undoes
 * @param reverses the refund that this row undoes, or null
 */
public record Refund(
        RefundId id, MeansId drawnOn, MeansId through, Valued amount, LocalDate on, EntryId entry, RefundId reverses) {}
