package exactum.app.reports;

import java.util.List;
import java.util.function.Predicate;

/** Rows of a list that may be very long, read batch by batch, each larger than the one before, for as long as more are wanted. */
final class Batches {
    private static final int FIRST = 500;
    private static final int LARGEST = 8_000;

    private Batches() {}

    /** The rows that come after one, in the order of the list; none at its end. */
    interface Next<T> {
        /**
         * Some of them.
         *
         * @param last the one, or null for the beginning
         * @param most how many to look for
         */
        List<T> after(T last, int most);
    }

    /**
     * Gives row by row, until one is answered by false.
     *
     * @return whether more are wanted than there are
     */
    static <T> boolean each(Next<T> next, Predicate<T> isMoreWanted) {
        T last = null;
        for (int most = FIRST; ; most = Math.min(most * 4, LARGEST)) {
            List<T> batch = next.after(last, most);
            if (batch.isEmpty()) return true;
            for (T row : batch) if (!isMoreWanted.test(row)) return false;
            last = batch.getLast();
        }
    }
}
