package exactum.app.daysheet;

import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Joins decisions about the same money: what may settle it comes first, so a bank line stands above the invoice that it would
 * pay. What is about an amount that the one above it is about already is not counted as money a second time.
 */
final class SameMoney {
    private static final Comparator<Decision> SETTLES_FIRST = Comparator.comparing(Decision::station)
            .reversed()
            .thenComparing(d -> !d.step().posted())
            .thenComparing(Decision::key);
    private final Map<Decision, List<Decision>> with = new LinkedHashMap<>();
    private final Map<Station, List<Money>> twice = new HashMap<>();

    SameMoney(List<Decision> decisions) {
        Map<DocumentId, Decision> claimed = new HashMap<>();
        decisions.stream().sorted(SETTLES_FIRST).forEach(d -> {
            Decision above = d.about().stream()
                    .filter(claimed::containsKey)
                    .findFirst()
                    .map(claimed::get)
                    .orElse(null);
            if (above == null) {
                with.put(d, new ArrayList<>());
                d.about().forEach(document -> claimed.putIfAbsent(document, d));
            } else {
                with.get(above).add(d);
                noteTwice(above, d);
            }
        });
    }

    private void noteTwice(Decision above, Decision joined) {
        if (above.amount() == null
                || joined.amount() == null
                || !above.amount().currency().equals(joined.amount().currency())) return;
        Money before = Money.sum(
                joined.amount().currency(),
                with.get(above).stream()
                        .filter(d -> d != joined && d.amount() != null)
                        .map(d -> d.amount().abs())
                        .toList());
        Money left = above.amount().abs().minus(before);
        Money again = left.compareTo(joined.amount().abs()) < 0
                ? left
                : joined.amount().abs();
        if (again.isPositive())
            twice.computeIfAbsent(joined.station(), k -> new ArrayList<>()).add(again);
    }

    /** The rows, each with what was joined to it. */
    List<Sheet.Row> rows() {
        return with.entrySet().stream()
                .map(e -> new Sheet.Row(e.getKey(), List.copyOf(e.getValue())))
                .toList();
    }

    /** What a station’s decisions are about that counts with a row of another one, below zero, to be added. */
    List<Money> countedTwice(Station station) {
        return twice.getOrDefault(station, List.of()).stream()
                .map(Money::negated)
                .toList();
    }
}
