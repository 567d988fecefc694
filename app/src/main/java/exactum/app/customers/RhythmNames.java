package exactum.app.customers;

import exactum.core.ids.BusinessId;
import java.util.Map;
import java.util.UUID;

/** What knows the rhythms of reminders that a customer can have. */
public interface RhythmNames {
    /** Their names by their ids, everybody's first. */
    Map<UUID, String> names(BusinessId business);
}
