package exactum.core.matching;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;

/**
 * Chooses one proposal for each line so that no money is taken twice and all together explain the most: exactly for few lines
 * that contend, by exchanges for many. Of equal choices the earlier line goes first.
 */
final class WholeSet {
    private static final int NONE = -1;
    private static final int EXACT_UP_TO = 10;
    private static final int MOST_STEPS = 60_000;
    private static final int MOST_PASSES = 6;
    private final List<List<Proposal>> proposals;
    private final Map<Object, Long> there;
    private final int[] chosen;
    private final Map<Object, Long> used = new HashMap<>();

    /**
     * The lines' proposals.
     *
     * @param there what there is of each thing that can be taken, in minor units
     */
    WholeSet(List<List<Proposal>> proposals, Map<Object, Long> there) {
        this.proposals = proposals;
        this.there = there;
        chosen = new int[proposals.size()];
        java.util.Arrays.fill(chosen, NONE);
        for (List<Integer> lines : contending()) choose(lines);
    }

    /** The place of the chosen proposal of a line, or -1. */
    int chosen(int line) {
        return chosen[line];
    }

    /** Whether a proposal could stand beside what is chosen for the other lines. */
    boolean fits(int line, int proposal) {
        take(line, chosen[line], -1);
        boolean fits = fits(proposals.get(line).get(proposal));
        take(line, chosen[line], 1);
        return fits;
    }

    /** Lines that could want more of something than there is belong together. */
    private List<List<Integer>> contending() {
        Map<Object, List<Integer>> wanting = new LinkedHashMap<>();
        for (int i = 0; i < proposals.size(); i++) {
            int line = i;
            proposals.get(i).stream()
                    .flatMap(p -> uses(p).keySet().stream())
                    .distinct()
                    .forEach(k ->
                            wanting.computeIfAbsent(k, x -> new ArrayList<>(1)).add(line));
        }
        int[] root = IntStream.range(0, proposals.size()).toArray();
        wanting.forEach((key, lines) -> {
            for (int line : lines) root[find(root, line)] = find(root, lines.getFirst());
        });
        Map<Integer, List<Integer>> together = new TreeMap<>();
        for (int i = 0; i < root.length; i++)
            together.computeIfAbsent(find(root, i), r -> new ArrayList<>(1)).add(i);
        return List.copyOf(together.values());
    }

    private static int find(int[] root, int line) {
        int at = line;
        while (root[at] != at) {
            root[at] = root[root[at]];
            at = root[at];
        }
        return at;
    }

    private void choose(List<Integer> lines) {
        List<Integer> order = new ArrayList<>(lines);
        order.sort(Comparator.comparingInt((Integer l) -> -best(l)).thenComparing(l -> l));
        for (int line : order) {
            for (int p = 0; p < proposals.get(line).size() && chosen[line] == NONE; p++) {
                if (fits(proposals.get(line).get(p))) set(line, p);
            }
        }
        if (lines.size() == 1) return;
        if (lines.size() <= EXACT_UP_TO) new Search(order).run();
        else exchange(order);
    }

    private int best(int line) {
        return proposals.get(line).isEmpty() ? 0 : worth(proposals.get(line).getFirst());
    }

    /** A line takes what it wants most; those that it takes it from choose again; kept where all together gain. */
    private void exchange(List<Integer> order) {
        for (int pass = 0; pass < MOST_PASSES; pass++) {
            boolean better = false;
            for (int line : order) better |= improve(line, order);
            if (!better) return;
        }
    }

    private boolean improve(int line, List<Integer> order) {
        int now = chosen[line];
        for (int p = 0; p < proposals.get(line).size(); p++) {
            if (p == now) return false;
            Proposal wanted = proposals.get(line).get(p);
            List<Integer> losers =
                    order.stream().filter(l -> l != line && shares(l, wanted)).toList();
            int before = worth(line, now)
                    + losers.stream().mapToInt(l -> worth(l, chosen[l])).sum();
            Map<Integer, Integer> kept = new LinkedHashMap<>();
            losers.forEach(l -> kept.put(l, chosen[l]));
            set(line, NONE);
            losers.forEach(l -> set(l, NONE));
            if (fits(wanted)) {
                set(line, p);
                losers.forEach(this::chooseBest);
                int after = worth(line, p)
                        + losers.stream().mapToInt(l -> worth(l, chosen[l])).sum();
                if (after > before) return true;
            }
            losers.forEach(l -> set(l, NONE));
            set(line, now);
            kept.forEach(this::set);
        }
        return false;
    }

    private void chooseBest(int line) {
        for (int p = 0; p < proposals.get(line).size(); p++) {
            if (fits(proposals.get(line).get(p))) {
                set(line, p);
                return;
            }
        }
    }

    private boolean shares(int line, Proposal wanted) {
        return chosen[line] != NONE
                && !Collections.disjoint(
                        uses(proposals.get(line).get(chosen[line])).keySet(),
                        uses(wanted).keySet());
    }

    private int worth(int line, int proposal) {
        return proposal == NONE ? 0 : worth(proposals.get(line).get(proposal));
    }

    /** A good explanation is worth more than two poor ones. */
    private static int worth(Proposal proposal) {
        int score = Math.max(1, Math.min(proposal.points(), 130));
        return score * score;
    }

    private void set(int line, int proposal) {
        take(line, chosen[line], -1);
        chosen[line] = proposal;
        take(line, proposal, 1);
    }

    private void take(int line, int proposal, int sign) {
        if (proposal == NONE) return;
        uses(proposals.get(line).get(proposal)).forEach((key, minor) -> used.merge(key, sign * minor, Long::sum));
    }

    private boolean fits(Proposal proposal) {
        return uses(proposal).entrySet().stream()
                .allMatch(e -> used.getOrDefault(e.getKey(), 0L) + e.getValue()
                        <= there.getOrDefault(e.getKey(), Long.MAX_VALUE));
    }

    private static Map<Object, Long> uses(Proposal proposal) {
        Map<Object, Long> uses = new HashMap<>();
        proposal.parts().forEach(p -> {
            Object key = Taken.key(p);
            if (key != null) uses.merge(key, Math.abs(p.used().minor()), Long::sum);
        });
        return uses;
    }

    /** Tries all choices of a few lines, the promising first, and none that cannot be better any more. */
    private final class Search {
        private final List<Integer> order;
        private final int[] kept;
        private long most;
        private int steps;

        private Search(List<Integer> order) {
            this.order = order;
            kept = order.stream().mapToInt(l -> chosen[l]).toArray();
            most = order.stream().mapToLong(l -> worth(l, chosen[l])).sum();
        }

        private void run() {
            order.forEach(l -> set(l, NONE));
            search(0, 0);
            for (int i = 0; i < kept.length; i++) set(order.get(i), kept[i]);
        }

        private void search(int at, long sum) {
            if (++steps > MOST_STEPS) return;
            if (at == order.size()) {
                if (sum <= most) return;
                most = sum;
                for (int i = 0; i < kept.length; i++) kept[i] = chosen[order.get(i)];
                return;
            }
            long hoped = 0;
            for (int i = at; i < order.size(); i++) hoped += best(order.get(i));
            if (sum + hoped <= most) return;
            int line = order.get(at);
            for (int p = 0; p < proposals.get(line).size(); p++) {
                if (!fits(proposals.get(line).get(p))) continue;
                set(line, p);
                search(at + 1, sum + worth(line, p));
                set(line, NONE);
            }
            search(at + 1, sum);
        }
    }
}
