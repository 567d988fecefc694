package exactum.app.documents;

import exactum.core.document.Creditable;
import exactum.core.document.Crediting;
import exactum.core.document.Line;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.Map;

/** What a draft of a credit note takes back of its document. */
final class TakenBack {
    private TakenBack() {}

    /** By the amount it names, else by the quantities of its lines. */
    static Crediting.Credit of(Draft draft, Creditable of) {
        Long minor = draft.particulars().back().minor();
        if (minor != null)
            return Crediting.byAmount(
                    of, Money.ofMinor(of.currency().getCurrencyCode(), minor), "Credit on " + of.number());
        Map<Integer, BigDecimal> quantities = new LinkedHashMap<>();
        for (Line line : draft.content().lines())
            if (line.credits() != null) quantities.merge(line.credits(), line.quantity(), BigDecimal::add);
        return Crediting.byLines(of, quantities);
    }
}
