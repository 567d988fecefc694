package exactum.app.setup;

import exactum.core.ids.BusinessId;
import java.util.Optional;

/** What knows by which rhythm everybody is reminded of whom nothing else is said. */
public interface RhythmOfAll {
    /** Its name and its days in words; empty where nobody else is reminded. */
    Optional<String> words(BusinessId business);
}
