package exactum.app.byhand;

import exactum.core.ledger.EntryByHand;
import java.time.LocalDate;
import java.util.UUID;

/**
 * An entry as somebody made it.
 *
 * @param undoes the one that it takes back, or null
 */
public record ManualEntry(UUID id, EntryByHand entry, UUID undoes, LocalDate madeOn, String madeBy) {

    /** One of the list. */
    public record Listed(ManualEntry made, State state) {}

    /** How far it is. */
    public enum State {
        WAITING("waits for a second person", "part"),
        REFUSED("refused", "back"),
        BOOKED("booked", "issued"),
        TAKEN_BACK("taken back", "back");

        private final String words;
        private final String mark;

        State(String words, String mark) {
            this.words = words;
            this.mark = mark;
        }

        public String words() {
            return words;
        }

        public String mark() {
            return mark;
        }
    }
}
