package exactum.formats.pain;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;

/**
 * What a bank says of a file of collections (pain.002). Items that it does not list are not refused.
 *
 * @param id the bank's, by which the report is known
 * @param original the message that it is about
 * @param originalKind its name, as {@code pain.008.001.08}
 * @param whole what it says of the whole file
 * @param groups what it says of groups
 * @param items what it says of single collections
 */
public record StatusReport(
        String id, String original, String originalKind, Status whole, List<OfGroup> groups, List<OfItem> items) {
    public StatusReport {
        groups = List.copyOf(groups);
        items = List.copyOf(items);
    }

    /**
     * A status with its reason.
     *
     * @param code as {@code RJCT}, or empty
     * @param reason as {@code AC04}, or empty
     * @param words more of it, or empty
     */
    public record Status(String code, String reason, String words) {
        public static final Status NONE = new Status("", "", "");

        /** Whether it says no: {@code RJCT}, and {@code CANC} of newer versions. */
        public boolean isRefused() {
            return code.equals("RJCT") || code.equals("CANC");
        }
    }

    /** Of a group, by our id. */
    public record OfGroup(String group, Status status) {}

    /**
     * Of a collection.
     *
     * @param amount as our file had it, or null
     * @param on the day of collection that it speaks of, or null
     */
    public record OfItem(
            String group, String endToEndId, Status status, Money amount, LocalDate on, String mandate, String name) {}
}
