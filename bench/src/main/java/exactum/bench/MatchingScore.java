package exactum.bench;

import exactum.core.matching.Grade;
import exactum.core.matching.Matching;
import exactum.core.matching.PayerMemory;
import exactum.core.matching.Proposal;
import exactum.core.matching.Proposal.Part;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;

/** How right proposals are about a world of which the truth is known. */
final class MatchingScore {
    private int certain;
    private int certainRight;
    private int matchable;
    private int firstRight;
    private final Map<String, int[]> byCase = new TreeMap<>();

    /** Matches the world's lines and counts how right that is. */
    void count(MatchingWorld world) {
        count(world, new Matching(world.items, new PayerMemory()).propose(world.lines));
    }

    void count(MatchingWorld world, List<List<Proposal>> proposed) {
        for (int i = 0; i < world.lines.size(); i++) {
            Map<UUID, Long> truth = world.truth.get(i);
            Map<UUID, Long> said =
                    proposed.get(i).isEmpty() ? Map.of() : parts(proposed.get(i).getFirst());
            boolean isCertain = !said.isEmpty() && proposed.get(i).getFirst().grade() == Grade.CERTAIN;
            boolean isRight = said.equals(truth);
            int[] of = byCase.computeIfAbsent(world.cases.get(i), c -> new int[4]);
            of[0]++;
            if (isRight) of[1]++;
            if (isCertain) of[2]++;
            if (isCertain && !isRight) of[3]++;
            if (isCertain) certain++;
            if (isCertain && isRight) certainRight++;
            if (truth.isEmpty()) continue;
            matchable++;
            if (isRight) firstRight++;
        }
    }

    static Map<UUID, Long> parts(Proposal proposal) {
        Map<UUID, Long> parts = new LinkedHashMap<>();
        for (Part part : proposal.parts()) {
            if (part instanceof Part.ForClaim p)
                parts.merge(p.claim().value(), p.amount().minor(), Long::sum);
            if (part instanceof Part.IsWaiting p)
                parts.merge(p.item().value(), p.amount().minor(), Long::sum);
        }
        return parts;
    }

    /** By case: how many, how many right, certain, and certain but wrong. */
    void print() {
        byCase.forEach((kind, n) -> System.out.printf(
                Locale.ROOT,
                "%-24s %5d lines, right %.3f, certain %.3f, certain and wrong %d%n",
                kind,
                n[0],
                n[1] / (double) n[0],
                n[2] / (double) n[0],
                n[3]));
    }

    double precision() {
        return certain == 0 ? 1 : (double) certainRight / certain;
    }

    double recall() {
        return (double) certainRight / matchable;
    }

    double first() {
        return (double) firstRight / matchable;
    }
}
