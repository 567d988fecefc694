package exactum.app.payouts;

import exactum.core.ids.BankLineId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import java.time.LocalDate;

/**
 * One settlement of a processor, with what became of it.
 *
 * @param off by how much the books differ from its lines
 * @param open how many of its lines they do not explain in full
 * @param landed the bank line that brought it, or null
 */
public record Payout(
        PayoutId id,
        ProcessorId processor,
        String processorName,
        String reference,
        LocalDate salesOn,
        LocalDate arrivesOn,
        Sums sums,
        int lines,
        int sales,
        Money off,
        int open,
        BankLineId landed) {

    /** What its lines come to. */
    public record Sums(Money gross, Money fees, Money net) {}

    /** The state, by the trade's words. */
    public String state() {
        if (landed == null) return "on its way";
        return open == 0 ? "tied out" : "landed";
    }

    /** The name of its mark. */
    public String mark() {
        if (open > 0) return "differs";
        return landed == null ? "flight" : "tied";
    }
}
