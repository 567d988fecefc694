package exactum.app.byhand;

import exactum.core.ledger.EntryByHand;
import java.time.LocalDate;
import java.util.UUID;

/**
 * An entry as somebody made it.
 *
 * @param undoes the one that it takes back, or null
 */
public record ManualEntry(UUID id, EntryByHand entry, UUID undoes, LocalDate madeOn, String madeBy) {}
