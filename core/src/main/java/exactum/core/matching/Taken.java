package exactum.core.matching;

import exactum.core.money.Money;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/** What other lines of the same set take of what is open and waits. */
final class Taken {
    static final Taken NOTHING = new Taken();
    private final Map<Object, Long> minor = new HashMap<>();
    private final Map<Object, Asked> by = new HashMap<>();
    private final Set<Object> meant = new HashSet<>();

    void add(Proposal proposal, Asked line) {
        proposal.parts().forEach(p -> {
            Object key = key(p);
            if (key == null) return;
            minor.merge(key, Math.abs(p.used().minor()), Math::addExact);
            by.putIfAbsent(key, line);
        });
    }

    /** Remembers that a line names what it is, and that its amount agrees, so that no other line can have meant it. */
    void means(Proposal proposal) {
        proposal.parts().stream().map(Taken::key).filter(Objects::nonNull).forEach(meant::add);
    }

    /** Whether some line names it and its amount agrees. */
    boolean isMeant(Candidate.Open open) {
        return meant.contains(open.claim());
    }

    /** What is left of an open item, or null if nothing is. */
    Candidate.Open left(Candidate.Open open) {
        Long taken = minor.get(open.claim());
        if (taken == null) return open;
        long left = open.left().minor() - taken;
        return left > 0 ? open.withLeft(open.left().withMinor(left)) : null;
    }

    /** What is left of waiting money, or null if nothing is. */
    Candidate.Waiting left(Candidate.Waiting waiting) {
        Long taken = minor.get(waiting.item());
        if (taken == null) return waiting;
        Money left = waiting.left();
        long rest = Math.abs(left.minor()) - taken;
        return rest > 0 ? waiting.withLeft(left.withMinor(left.isNegative() ? -rest : rest)) : null;
    }

    /** The line that takes it, or null. */
    Asked by(Object key) {
        return by.get(key);
    }

    /** What a part uses up; null where there is any amount of it. */
    static Object key(Proposal.Part part) {
        return switch (part) {
            case Proposal.Part.ForClaim p -> p.claim();
            case Proposal.Part.IsWaiting p -> p.item();
            case Proposal.Part.ComesBack p -> p.means();
            case Proposal.Part.GivesBack p -> p.means();
            case Proposal.Part.OnAccount p -> null;
            case Proposal.Part.OwnTransfer p -> null;
            case Proposal.Part.ByRule p -> null;
            case Proposal.Part.BankCharge p -> null;
        };
    }
}
