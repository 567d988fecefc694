package exactum.core.matching;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Which open items add up to an amount. */
final class Sums {
    private static final int MOST_TRIED = 16;

    private Sums() {}

    /**
     * Items that add up.
     *
     * @param discounted whether early-settlement discounts were taken
     * @param all whether they are all that there were
     * @param nearest whether they are those that fall due first
     * @param alone whether no other choice of them adds up
     */
    record Fit(List<Candidate.Open> items, boolean discounted, boolean all, boolean nearest, boolean alone) {}

    /** The best choice of the items, in due order, that comes to the amount; null if none does. */
    static Fit find(List<Candidate.Open> items, Money amount, LocalDate day) {
        if (items.isEmpty()) return null;
        long wanted = amount.minor();
        long total = 0;
        long reduced = 0;
        for (Candidate.Open o : items) {
            total += o.left().minor();
            reduced += o.toPayOn(day).minor();
        }
        if (reduced == wanted && reduced != total) return new Fit(items, true, true, true, true);
        if (total == wanted) return new Fit(items, false, true, true, true);
        Fit first = first(items, wanted, day);
        if (first != null) return first;
        return items.size() > MOST_TRIED ? null : chosen(items, wanted, day);
    }

    private static Fit first(List<Candidate.Open> items, long wanted, LocalDate day) {
        long sum = 0;
        long reduced = 0;
        for (int i = 0; i < items.size(); i++) {
            sum += items.get(i).left().minor();
            reduced += items.get(i).toPayOn(day).minor();
            List<Candidate.Open> those = items.subList(0, i + 1);
            if (sum == wanted) return new Fit(those, false, false, true, ways(items, wanted, day) == 1);
            if (reduced == wanted) return new Fit(those, true, false, true, ways(items, wanted, day) == 1);
        }
        return null;
    }

    private static Fit chosen(List<Candidate.Open> items, long wanted, LocalDate day) {
        int best = 0;
        int ways = 0;
        boolean discounted = false;
        for (boolean reduced : new boolean[] {false, true}) {
            long[] of = amounts(items, reduced, day);
            for (int set = 1; set < 1 << of.length; set++) {
                if (sum(of, set) != wanted) continue;
                ways++;
                boolean fewer = best == 0 || Integer.bitCount(set) < Integer.bitCount(best);
                if (fewer) {
                    best = set;
                    discounted = reduced;
                }
            }
            if (ways > 0) break;
        }
        if (best == 0) return null;
        var chosen = new ArrayList<Candidate.Open>();
        for (int i = 0; i < items.size(); i++) if ((best >> i & 1) == 1) chosen.add(items.get(i));
        return new Fit(chosen, discounted, false, false, ways == 1);
    }

    /** How many choices come to it; at most two are counted. */
    private static int ways(List<Candidate.Open> items, long wanted, LocalDate day) {
        if (items.size() > MOST_TRIED) return 2;
        Map<Long, Integer> reached = new HashMap<>();
        reached.put(0L, 1);
        for (long amount : amounts(items, false, day)) {
            Map<Long, Integer> more = new HashMap<>(reached);
            reached.forEach((sum, ways) -> more.merge(sum + amount, ways, Integer::sum));
            reached = more;
        }
        return Math.max(1, reached.getOrDefault(wanted, 0));
    }

    private static long[] amounts(List<Candidate.Open> items, boolean reduced, LocalDate day) {
        return items.stream()
                .mapToLong(o -> (reduced ? o.toPayOn(day) : o.left()).minor())
                .toArray();
    }

    private static long sum(long[] of, int set) {
        long sum = 0;
        for (int i = 0; i < of.length; i++) if ((set >> i & 1) == 1) sum += of[i];
        return sum;
    }
}
