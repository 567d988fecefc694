package exactum.app.database;

import exactum.core.ids.Id;
import java.util.Collection;
import java.util.UUID;
import org.jooq.Param;
import org.jooq.impl.DSL;

/** Identifiers as one value for {@code = any(…)} and {@code unnest(…)}: a statement takes only so many single ones. */
public final class IdArray {
    private IdArray() {}

    public static Param<UUID[]> of(Collection<? extends Id> ids) {
        return DSL.val(ids.stream().map(Id::value).toArray(UUID[]::new));
    }
}
