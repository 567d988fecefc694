package exactum.app.audit;

import exactum.core.ids.BusinessId;
import java.time.Instant;
import java.util.List;

/** What was recorded. */
public interface FindDeeds {

    /**
     * Deeds of one kind.
     *
     * @param what the kind
     * @param times how many there were
     * @param first what one of them was about
     */
    record Done(String what, int times, String first) {}

    /** What Exactum did by itself between two moments, both included, by kind, the most frequent first. */
    List<Done> byItself(BusinessId business, Instant from, Instant to);
}
