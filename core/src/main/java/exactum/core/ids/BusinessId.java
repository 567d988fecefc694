package exactum.core.ids;

/**
 * A business: the creditor that owns everything. Bound at the edge, from the address or from the row that is served,
 * and passed on.
 *
 * @param value above 0
 */
public record BusinessId(int value) {
    public BusinessId {
        if (value < 1) throw new IllegalArgumentException("a business is numbered from 1, but this was " + value);
    }

    @Override
    public String toString() {
        return Integer.toString(value);
    }
}
