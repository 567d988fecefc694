package exactum.core.settlement;

import exactum.core.ids.AllocationId;
import exactum.core.ids.EntryId;
import exactum.core.ids.NewIds;
import exactum.core.ledger.Entry;
import exactum.core.ledger.EntryWriter;
import exactum.core.ledger.Event;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import java.util.UUID;

/**
 * One act on a position and the entries it writes: one for the day of the act, and one more for each later day on which a
 * part of it counts.
 */
final class Act {
    private final NewIds ids;
    private final Event event;
    private final UUID source;
    private final LocalDate day;
    private final String memo;
    private final EntryId reverses;
    private final TreeMap<LocalDate, EntryWriter> writers = new TreeMap<>();

    Act(NewIds ids, Event event, UUID source, LocalDate day, String memo, EntryId reverses) {
        this.ids = ids;
        this.event = event;
        this.source = source;
        this.day = day;
        this.memo = memo;
        this.reverses = reverses;
    }

    LocalDate day() {
        return day;
    }

    /** The entry of the act's own day. */
    EntryWriter now() {
        return writers.computeIfAbsent(
                day, d -> new EntryWriter(new EntryId(ids.next()), event, source, d, memo).reversing(reverses));
    }

    /** The entry of a day; where it is a later one, the allocation that made it necessary is its source. */
    EntryWriter on(LocalDate counts, AllocationId allocation) {
        if (!counts.isAfter(day)) return now();
        return writers.computeIfAbsent(
                counts,
                d -> new EntryWriter(new EntryId(ids.next()), Event.COUNTED_LATER, allocation.value(), d, memo));
    }

    /** The entries that did not come to nothing, in the order of their days. */
    List<Entry> entries() {
        var entries = new ArrayList<Entry>();
        writers.values().forEach(w -> w.done().ifPresent(entries::add));
        return entries;
    }
}
