package exactum.app.reports;

import java.util.List;

/**
 * Rows of a part of a report, and what all of its rows come to.
 *
 * @param rows each with where it stands among all
 * @param sums one a currency
 */
record Paged<T, S>(List<Ranked<T>> rows, List<Summed<S>> sums) {

    /** A row and where it stands, counted from one. */
    record Ranked<T>(int rank, T row) {}

    /** What so many rows come to. */
    record Summed<S>(S sum, int rows) {}
}
