package exactum.app.reports;

import java.util.Comparator;

/** What rows are gathered by, each currency by itself; in order of currencies, then of labels. */
record InCurrency(String currency, String label) implements Comparable<InCurrency> {
    private static final Comparator<InCurrency> ORDER =
            Comparator.comparing(InCurrency::currency).thenComparing(InCurrency::label);

    @Override
    public int compareTo(InCurrency other) {
        return ORDER.compare(this, other);
    }
}
