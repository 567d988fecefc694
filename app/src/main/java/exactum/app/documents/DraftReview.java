package exactum.app.documents;

import exactum.app.database.Slice;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** Drafts that billing runs made, for a person to look at before they are issued. */
interface DraftReview {
    /**
     * One of them.
     *
     * @param what the arrangement’s name
     * @param lines its lines, in a few words
     * @param before what the last invoice of the arrangement came to, or null for the first
     * @param send whether it is sent as it is issued
     */
    record Row(
            DocumentId id,
            int revision,
            String customer,
            String what,
            LocalDate date,
            String period,
            String lines,
            Money gross,
            Money before,
            boolean send) {
        /** By how much it differs from the last one; zero for the first. */
        public Money change() {
            return before == null ? gross.withMinor(0) : gross.minus(before);
        }
    }

    /** Those that wait, the earliest date first. */
    List<Row> waiting(BusinessId business, Slice slice);

    /** How many wait. */
    int count(BusinessId business);

    /** The earliest date of those that wait; null for none. */
    LocalDate earliest(BusinessId business);

    Optional<Row> find(BusinessId business, DocumentId id);
}
