package exactum.app.arrangements;

import exactum.core.arrangement.Raise;
import exactum.core.ids.RecurringId;
import java.util.Map;
import java.util.UUID;

/**
 * A change of prices of some arrangements.
 *
 * @param items in the order they were chosen
 */
public record PriceChange(UUID id, Raise raise, Map<RecurringId, Item> items, boolean isDone) {
    /** The outcome of one that was changed. */
    static final String DONE = "changed";

    /**
     * One of them.
     *
     * @param revision it was seen with
     * @param outcome what became of it, or null
     */
    public record Item(int revision, String outcome) {}
}
