package exactum.app.reports;

import exactum.app.business.Business;
import exactum.core.money.Money;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;

/** One report. Its rows come one by one, so that its size does not matter; what they come to is added up as they pass. */
public interface ReportKind {

    What what();

    List<Column> columns(Asked asked);

    /** Columns that the drawing stacks, for the rows on which they come to most; none where nothing is drawn. */
    default List<Integer> drawn(Asked asked) {
        return List.of();
    }

    /** Columns that say how something stood, which is never added up. */
    default Set<Integer> standings(Asked asked) {
        return Set.of();
    }

    /** Gives every row, the most important first. */
    void each(Business business, Asked asked, Consumer<Line> to);

    /** Puts into a page what it needs of them; of many, only those that are shown need to be read. */
    default void collect(Business business, Asked asked, Collected into) {
        each(business, asked, into::add);
    }

    /**
     * What the whole of it must agree with.
     *
     * @param totals what a column comes to in a currency; zero where it has nothing
     */
    List<Check> checks(Business business, Asked asked, Totals totals);

    /** What columns come to. */
    interface Totals {
        /** The currencies that there are. */
        List<String> currencies();

        Money of(String currency, int column);
    }
}
