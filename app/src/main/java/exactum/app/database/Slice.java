package exactum.app.database;

/**
 * A part of a list: from a row on, counted from 1, so many and no more.
 *
 * @param from the first row
 * @param most how many at most
 */
public record Slice(int from, int most) {
    private static final int PAGE = 100;

    public Slice {
        from = Math.max(1, from);
    }

    /** One page of a list, from a row on. */
    public static Slice page(int from) {
        return new Slice(from, PAGE);
    }

    /** The first rows. */
    public static Slice first(int most) {
        return new Slice(1, most);
    }

    /** Whether a row is in it, counted from 1. */
    public boolean has(int row) {
        return row >= from && row < from + most;
    }

    /** How many rows stand before it. */
    public int skipped() {
        return from - 1;
    }
}
