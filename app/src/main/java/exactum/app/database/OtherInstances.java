package exactum.app.database;

import java.util.UUID;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Tells the other instances of the application that this one has written, and hears it of them, about once a second. */
@Component
class OtherInstances {
    private final UUID own = UUID.randomUUID();
    private final OtherInstancesStore store;
    private long told;
    private String heard = "";

    OtherInstances(OtherInstancesStore store) {
        this.store = store;
    }

    @Scheduled(fixedDelayString = "${exactum.heard-ms:1000}")
    void tellAndHear() {
        try {
            long now = Writes.own();
            if (now != told) store.tell(own, now);
            told = now;
            String others = store.others(own);
            if (!others.equals(heard)) Writes.happenedElsewhere();
            heard = others;
        } catch (DataAccessException away) {
            // Without the database nobody reads anything; it is tried again in a second.
        }
    }
}
