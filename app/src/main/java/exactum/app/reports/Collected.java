package exactum.app.reports;

import exactum.app.database.Slice;
import exactum.core.money.Money;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;

/** What is kept of a report's rows as they pass: those of one page, the totals, and the few that are drawn. */
final class Collected implements ReportKind.Totals {
    /** Of how many rows there is a drawing. */
    static final int DRAWN = 12;

    /** So many rows after a page are read to say how many there are in all; if there are more than that, it is not said. */
    private static final int COUNTED_AHEAD = 1_000;

    private final List<Integer> stacked;
    private final boolean inOrder;
    private final Set<Integer> standings;
    private final Slice slice;
    private final List<Line> page = new ArrayList<>();
    private final List<Line> largest = new ArrayList<>();
    private final TreeMap<String, Money[]> totals = new TreeMap<>();
    private int count;
    private boolean more;

    Collected(ReportKind kind, Asked asked, Slice slice) {
        this.stacked = kind.drawn(asked);
        this.inOrder = kind.what().inOrder();
        this.standings = kind.standings(asked);
        this.slice = slice;
    }

    /** The next row. */
    void add(Line line) {
        count++;
        if (count >= slice.from() && page.size() < slice.most()) page.add(line);
        addUp(line);
        draw(line);
    }

    /**
     * The next row of many, of which it is known what all come to: those of the page are kept, and some beyond are counted.
     *
     * @return whether the next is wanted too
     */
    boolean offer(Line line) {
        count++;
        if (slice.has(count)) page.add(line);
        more = count >= (long) slice.skipped() + slice.most() + COUNTED_AHEAD;
        return !more;
    }

    /** Which rows are to be shown. */
    Slice slice() {
        return slice;
    }

    /** A row to be shown, where the others are not read. */
    void show(Line line) {
        page.add(line);
    }

    /** What so many rows come to that are not read one by one. */
    void sum(Line sums, int rows) {
        count += rows;
        addUp(sums);
    }

    /** A row that is drawn if it is large. */
    void draw(Line line) {
        if (!stacked.isEmpty()) keepIfLarge(line);
    }

    private void addUp(Line line) {
        Money[] sums = totals.computeIfAbsent(
                line.currency(), c -> new Money[line.cells().size()]);
        for (int i = 0; i < sums.length; i++) {
            Money amount = line.cells().get(i).amount();
            if (amount != null && !standings.contains(i)) sums[i] = sums[i] == null ? amount : sums[i].plus(amount);
        }
    }

    private void keepIfLarge(Line line) {
        if (inOrder) {
            if (largest.size() < DRAWN) largest.add(line);
            return;
        }
        if (largest.size() == DRAWN && weight(line) <= weight(largest.getLast())) return;
        largest.add(line);
        largest.sort(Comparator.comparingLong(this::weight).reversed());
        if (largest.size() > DRAWN) largest.removeLast();
    }

    private long weight(Line line) {
        return stacked.stream()
                .mapToLong(i -> Math.abs(line.cells().get(i).amount().minor()))
                .sum();
    }

    int count() {
        return count;
    }

    /** Whether there are more rows than were counted. */
    boolean isMore() {
        return more;
    }

    List<Line> page() {
        return page;
    }

    /** Whether anything drawn comes to something. */
    boolean isDrawable() {
        return largest.stream().anyMatch(l -> weight(l) > 0);
    }

    List<Line> largest() {
        return largest;
    }

    @Override
    public List<String> currencies() {
        return List.copyOf(totals.keySet());
    }

    @Override
    public Money of(String currency, int column) {
        Money[] sums = totals.get(currency);
        return sums == null || sums[column] == null ? Money.ofMinor(currency, 0) : sums[column];
    }

    /** A row of totals for each currency: empty where a column has no money. */
    List<Line> totalLines(int columns) {
        return totals.entrySet().stream()
                .map(e -> new Line(
                        e.getKey(),
                        IntStream.range(0, columns)
                                .mapToObj(i -> e.getValue()[i] == null ? Cell.of("") : Cell.of(e.getValue()[i]))
                                .toList()))
                .toList();
    }
}
