package exactum.app.documents;

import exactum.app.audit.Audit;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Saves standing lines, changes them, deletes them. Documents that they joined keep their lines. */
@Component
public class SaveStanding {
    private final StandingStore store;
    private final Audit audit;

    SaveStanding(StandingStore store, Audit audit) {
        this.store = store;
        this.audit = audit;
    }

    /** Saves new ones, or changed ones that nobody changed since they were shown. */
    @Transactional
    public void save(BusinessId business, StandingLines s) {
        boolean known = store.find(business, s.id()).isPresent();
        boolean saved = known ? store.update(business, s) : store.insert(business, s);
        if (!saved)
            throw new Refusal(
                    known ? "standing.changed" : "standing.duplicate",
                    known
                            ? "Somebody changed these lines meanwhile. Yours were not saved; they still stand here."
                            : "There is a set called “%s” already. Nothing was saved.".formatted(s.name()));
        audit.record(business, known ? "changed standing lines" : "added standing lines", s.name() + ": " + s.words());
    }

    @Transactional
    public void delete(BusinessId business, UUID id) {
        StandingLines gone = store.find(business, id).orElseThrow(NotHere::new);
        store.delete(business, id);
        audit.record(business, "deleted standing lines", gone.name());
    }
}
