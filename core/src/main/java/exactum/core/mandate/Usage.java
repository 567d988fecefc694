package exactum.core.mandate;

import java.time.LocalDate;

/**
 * What was collected under a mandate so far.
 *
 * @param counted collections in flight and collected; a second try of the same item counts none
 * @param everCollected whether one was ever collected, though it may have come back
 * @param lastPresented the day of the latest one handed to the bank, whatever became of it; null where there was none
 */
public record Usage(int counted, boolean everCollected, LocalDate lastPresented) {
    public static final Usage NONE = new Usage(0, false, null);

    /** With one more that counts. */
    public Usage more(LocalDate on) {
        return new Usage(counted + 1, everCollected, on);
    }
}
