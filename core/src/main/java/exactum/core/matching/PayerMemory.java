package exactum.core.matching;

import exactum.core.bank.StatementLine;
import exactum.core.ids.CustomerId;
import exactum.core.text.Folding;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/** Who paid from an account, or under a name, before. */
public final class PayerMemory {
    private final Map<String, Map<CustomerId, Integer>> byAccount = new HashMap<>();
    private final Map<String, Map<CustomerId, Integer>> byName = new HashMap<>();

    /** Remembers that a line was a customer's. */
    public void add(StatementLine line, CustomerId customer) {
        String account = account(line);
        if (!account.isEmpty())
            byAccount.computeIfAbsent(account, a -> new HashMap<>()).merge(customer, 1, Integer::sum);
        String name = name(line);
        if (!name.isEmpty()) byName.computeIfAbsent(name, n -> new HashMap<>()).merge(customer, 1, Integer::sum);
    }

    PayerMemory copy() {
        var copy = new PayerMemory();
        byAccount.forEach((k, v) -> copy.byAccount.put(k, new HashMap<>(v)));
        byName.forEach((k, v) -> copy.byName.put(k, new HashMap<>(v)));
        return copy;
    }

    /**
     * Whose the account was before.
     *
     * @param taught the customer that the line itself was remembered for, which does not count; or null
     */
    Set<CustomerId> ofAccount(StatementLine line, CustomerId taught) {
        return of(byAccount.getOrDefault(account(line), Map.of()), taught);
    }

    /** Whose the name was before; see {@link #ofAccount}. */
    Set<CustomerId> ofName(StatementLine line, CustomerId taught) {
        return of(byName.getOrDefault(name(line), Map.of()), taught);
    }

    private static Set<CustomerId> of(Map<CustomerId, Integer> counted, CustomerId taught) {
        var of = new HashSet<CustomerId>();
        counted.forEach((customer, times) -> {
            if (!customer.equals(taught) || times > 1) of.add(customer);
        });
        return of;
    }

    private static String account(StatementLine line) {
        return line.further().account().replaceAll("\\s", "");
    }

    private static String name(StatementLine line) {
        return Folding.of(line.counterparty()).strip();
    }
}
