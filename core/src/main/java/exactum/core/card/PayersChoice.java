package exactum.core.card;

import exactum.core.ids.ClaimId;
import exactum.core.money.Money;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What a payer chose to pay: some open items, all of them or as far as an amount reaches.
 *
 * @param items how much of which open item, in the order in which they are paid
 * @param extra what is paid beyond them and stays on account, zero for nothing
 */
public record PayersChoice(Map<ClaimId, Money> items, Money extra) {
    public PayersChoice {
        items = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(items));
    }

    /**
     * An open item that can be chosen.
     *
     * @param toPay what pays all of it today: what is left, less what paying early earns
     */
    public record Item(ClaimId claim, Money toPay) {}

    /**
     * All of the chosen items, or as much of them as the amount reaches, in their order; what it has beyond them is extra.
     *
     * @param amount what is to be paid, or null for all that is chosen
     */
    public static PayersChoice of(List<Item> chosen, Money amount, Money nothing) {
        var items = new LinkedHashMap<ClaimId, Money>();
        Money rest = amount;
        for (Item item : chosen) {
            Money part = rest == null ? item.toPay() : item.toPay().min(rest);
            if (part.isPositive()) items.put(item.claim(), part);
            if (rest != null) rest = rest.minus(part);
        }
        return new PayersChoice(items, rest == null ? nothing : rest);
    }

    /** What is paid in all. */
    public Money total() {
        return Money.sum(extra.currency(), items.values()).plus(extra);
    }
}
