package exactum.app.cards;

import exactum.core.ids.ClaimId;
import exactum.core.money.Money;
import java.util.List;

/**
 * What a payer wishes to pay.
 *
 * @param items the open items they chose; none where they chose nothing by themselves
 * @param amount how much in all, or null for all of what is chosen
 */
public record Wish(List<ClaimId> items, Money amount) {
    /** What is asked for, without a choice of their own. */
    public static final Wish USUAL = new Wish(List.of(), null);

    public Wish {
        items = List.copyOf(items);
    }
}
