package exactum.app.daysheet;

import exactum.core.ids.BusinessId;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Sources outside that failed on their last try: kept until they answer again, and a decision in the morning. */
@Component
public class Troubles {
    private final TroubleStore store;

    Troubles(TroubleStore store) {
        this.store = store;
    }

    /** Notes that a source failed; since when, stays as it was first. */
    @Transactional(propagation = Propagation.REQUIRES_NEW)
    public void note(BusinessId business, String source, UUID id, String words) {
        store.put(business, source, id, words);
    }

    /** The source answers again. */
    @Transactional(propagation = Propagation.REQUIRES_NEW)
    public void gone(BusinessId business, String source, UUID id) {
        store.delete(business, source, id);
    }
}
