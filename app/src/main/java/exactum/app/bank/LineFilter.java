package exactum.app.bank;

/**
 * Which unmatched lines are wanted.
 *
 * @param account the id of an account of ours, or empty for all
 * @param words what stands on it, or its amount; empty for all
 */
public record LineFilter(String account, String words) {
    static final LineFilter ALL = new LineFilter("", "");
}
