package exactum.core.matching;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** What a line names by number: in full, by its digits alone, or by digits that were mistyped. */
final class Named {
    static final int IN_FULL = 70;
    static final int BY_DIGITS = 60;
    static final int BY_SHORT = 50;
    static final int MISTYPED = 45;
    private static final int TELLING = 6;
    private static final int FEWEST_DIGITS = 6;
    private static final int MANY_DIGITS = 8;
    private static final int FEWEST_MISTYPED = 5;
    private static final int SHORTENED = 2;
    private final Map<Candidate, Reason> exact = new LinkedHashMap<>();
    private final List<Map<Candidate.Open, String>> mistyped = new ArrayList<>();
    private final Set<String> others = new TreeSet<>();
    private final MatchIndex index;
    private final Written written;
    private final Set<String> understood = new LinkedHashSet<>();

    Named(MatchIndex index, Written written) {
        this.index = index;
        this.written = written;
        inFull();
        byDigits();
        shortened();
        findMistyped();
    }

    /** What is named, each with what that counts. */
    Map<Candidate, Reason> exact() {
        return exact;
    }

    /** For each row of digits that names nothing: the open items that one slip makes of it, with the slip in words. */
    List<Map<Candidate.Open, String>> mistyped() {
        return mistyped;
    }

    /** What looks like a number of ours, though nothing that is open is called so. */
    Set<String> others() {
        return others;
    }

    private void inFull() {
        var longer = new ArrayList<String>();
        for (String piece : written.pieces(index.lengths()).reversed()) {
            List<Candidate> found = index.ofKey(piece);
            if (longer.stream().anyMatch(l -> l.contains(piece))) continue;
            if (found.isEmpty()) {
                if (piece.length() >= FEWEST_DIGITS && index.isOfOurs(piece)) others.add(piece);
                continue;
            }
            String digits = Written.digits(piece);
            boolean telling = piece.length() >= TELLING || digits.length() < piece.length() && digits.length() >= 4;
            boolean reference = written.isReference(piece);
            int points = telling || reference ? IN_FULL : BY_SHORT;
            String how = reference ? "the payer gave the reference %s" : "the payer wrote the number %s";
            found.forEach(c -> exact.merge(c, new Reason(how.formatted(number(c, piece)), points), Named::better));
            understood.add(digits);
            longer.add(piece);
        }
    }

    private void byDigits() {
        for (String group : written.digitGroups()) {
            if (group.length() < FEWEST_DIGITS || understood.contains(group)) continue;
            List<Candidate> found = index.ofDigits(group);
            if (found.isEmpty()) continue;
            found.forEach(c -> exact.merge(
                    c,
                    new Reason(
                            "the payer wrote the digits of " + number(c, group),
                            group.length() >= MANY_DIGITS ? IN_FULL : BY_DIGITS),
                    Named::better));
            understood.add(group);
        }
    }

    /** {@code LW-2026-0042, 0043 and 44}: what follows a number in full may be the ends of others. */
    private void shortened() {
        List<String> whole =
                understood.stream().filter(d -> d.length() >= FEWEST_DIGITS).toList();
        if (whole.isEmpty()) return;
        for (String group : written.digitGroups()) {
            if (group.length() < SHORTENED || group.length() >= FEWEST_DIGITS || understood.contains(group)) continue;
            boolean ofOne = whole.stream().anyMatch(d -> d.contains(group));
            if (ofOne) continue;
            for (String full : whole) {
                String meant = full.substring(0, full.length() - group.length()) + group;
                for (Candidate c : index.ofDigits(meant)) {
                    exact.putIfAbsent(
                            c, new Reason("the payer wrote the end of the number " + number(c, meant), MISTYPED));
                }
            }
        }
    }

    private void findMistyped() {
        for (String group : written.digitGroups()) {
            if (group.length() < FEWEST_MISTYPED || isPartOfUnderstood(group)) continue;
            Map<Candidate.Open, String> near = near(index, group);
            near.keySet().removeIf(exact::containsKey);
            if (!near.isEmpty()) mistyped.add(near);
        }
    }

    private boolean isPartOfUnderstood(String group) {
        return understood.stream().anyMatch(u -> u.contains(group) || group.contains(u) && u.length() >= FEWEST_DIGITS);
    }

    /** The open items whose digits are one slip away. */
    static Map<Candidate.Open, String> near(MatchIndex index, String digits) {
        Map<Candidate.Open, String> near = new LinkedHashMap<>();
        var seen = new HashMap<String, Boolean>();
        Damage.each(digits, (meant, slip) -> {
            if (seen.put(meant, true) != null) return;
            for (Candidate c : index.ofDigits(meant)) if (c instanceof Candidate.Open o) near.putIfAbsent(o, slip);
        });
        return near;
    }

    private static Reason better(Reason one, Reason other) {
        return one.points() >= other.points() ? one : other;
    }

    private static String number(Candidate candidate, String piece) {
        return switch (candidate) {
            case Candidate.Open o -> o.number();
            case Candidate.Paid p -> p.number();
            case Candidate.Waiting w -> reference(w.references(), piece);
            case Candidate.Received r -> reference(r.references(), piece);
            case Candidate.Credit c -> reference(c.references(), piece);
            case Candidate.Ruled rule -> piece;
            case Candidate.Ourselves our -> piece;
        };
    }

    private static String reference(List<String> references, String piece) {
        return references.stream()
                .filter(r -> Written.key(r).equals(piece))
                .findFirst()
                .orElse(references.isEmpty() ? piece : references.getFirst());
    }
}
