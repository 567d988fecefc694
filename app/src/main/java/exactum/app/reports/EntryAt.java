package exactum.app.reports;

import exactum.core.ids.EntryId;
import java.time.LocalDate;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.Record;
import org.jooq.impl.DSL;

/** Where an entry stands among all: by the day on which it counts, then as they were made. */
record EntryAt(LocalDate day, EntryId entry) {
    static EntryAt of(Record r, String day, String id) {
        return new EntryAt(r.get(day, LocalDate.class), new EntryId(r.get(id, UUID.class)));
    }

    /** Entries {@code e} that stand after it. */
    Condition after() {
        return DSL.condition("(e.entry_date, e.id) > ({0}, {1})", DSL.val(day), DSL.val(entry.value()));
    }

    /** Entries {@code e} that stand before it. */
    Condition before() {
        return DSL.condition("(e.entry_date, e.id) < ({0}, {1})", DSL.val(day), DSL.val(entry.value()));
    }
}
