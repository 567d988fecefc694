package exactum.core.bank;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * The statements of an account in the order in which they follow on each other, whatever the order in which they arrived: by
 * their days, then by the bank's sequence number, then by the balances. Common practice, no source.
 */
public final class StatementChain {
    private static final Comparator<Link> BY_DAYS = Comparator.comparing(Link::from)
            .thenComparing(Link::until)
            .thenComparing(Link::sequence, Comparator.nullsLast(Comparator.naturalOrder()));
    private final Money opening;
    private final List<Link> links;

    /**
     * One statement.
     *
     * @param sequence the bank's electronic sequence number, or null
     * @param opening booked balance before its first line
     * @param closing booked balance after its last line
     */
    public record Link(LocalDate from, LocalDate until, Long sequence, Money opening, Money closing) {}

    /**
     * A place where a statement is missing.
     *
     * @param before the first day after it
     * @param ended where the statement before ended, or the account's opening balance
     * @param starts where the statement after starts
     */
    public record Gap(LocalDate before, Money ended, Money starts) {
        /** What the missing lines come to. */
        public Money missing() {
            return starts.minus(ended);
        }
    }

    /**
     * The chain of an account's statements.
     *
     * @param opening the balance that the account was set up with
     */
    public StatementChain(Money opening, List<Link> statements) {
        this.opening = opening;
        links = ordered(opening, statements);
    }

    /** Statements of the same days without sequence numbers follow on by their balances. */
    private static List<Link> ordered(Money opening, List<Link> statements) {
        var left = new ArrayList<>(statements);
        left.sort(BY_DAYS);
        var ordered = new ArrayList<Link>();
        Money reached = opening;
        while (!left.isEmpty()) {
            Money ended = reached;
            Link first = left.getFirst();
            Link next = left.stream()
                    .takeWhile(l -> BY_DAYS.compare(l, first) == 0)
                    .filter(l -> l.opening().equals(ended))
                    .findFirst()
                    .orElse(first);
            left.remove(next);
            ordered.add(next);
            reached = next.closing();
        }
        return List.copyOf(ordered);
    }

    /** The statements in order. */
    public List<Link> links() {
        return links;
    }

    /** Where a statement is missing, in order; none if each starts where the one before ended. */
    public List<Gap> gaps() {
        var gaps = new ArrayList<Gap>();
        Money reached = opening;
        for (Link link : links) {
            if (!link.opening().equals(reached)) gaps.add(new Gap(link.from(), reached, link.opening()));
            reached = link.closing();
        }
        return List.copyOf(gaps);
    }

    /**
     * Numbers that were left out where the balances follow on each other.
     *
     * @param day the first day of the statement after
     */
    public record Skipped(long after, long then, LocalDate day) {}

    /** Where the bank's numbers leave one out within a year, though no money is missing; numbers may begin anew each year. */
    public List<Skipped> skipped() {
        var skipped = new ArrayList<Skipped>();
        for (int i = 1; i < links.size(); i++) {
            Link before = links.get(i - 1);
            Link link = links.get(i);
            if (before.sequence() == null || link.sequence() == null) continue;
            boolean sameYear = before.from().getYear() == link.from().getYear();
            boolean follows = link.opening().equals(before.closing());
            if (sameYear && follows && link.sequence() > before.sequence() + 1)
                skipped.add(new Skipped(before.sequence(), link.sequence(), link.from()));
        }
        return List.copyOf(skipped);
    }

    /** The first gap on or before the day, beyond which nothing can be tied out. */
    public Optional<Gap> firstGap(LocalDate day) {
        return gaps().stream().filter(g -> !g.before().isAfter(day)).findFirst();
    }

    /** Where the statements end up, by the end of the last one that ends on or before the day; the opening balance before. */
    public Money closing(LocalDate day) {
        Money reached = opening;
        for (Link link : links) {
            if (!link.until().isAfter(day)) reached = link.closing();
        }
        return reached;
    }
}
