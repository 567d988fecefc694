package exactum.app.settlement;

import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;

/** New schedules of what is open of documents, and documents whose parts wait for the first one. */
public interface FindSchedules {
    /** One of them; its number stands on the open items that it made. */
    record Rescheduled(int no, String cause, LocalDate on, String by) {}

    /** Those of a document, in order. */
    List<Rescheduled> of(BusinessId business, DocumentId document);

    /** The documents whose first part is among the claims and paid, and whose later parts are counted from that day. */
    List<DocumentId> waitingFor(BusinessId business, Collection<ClaimId> claims);

    /** The day on which the first part of a document was paid. */
    LocalDate paidOn(BusinessId business, DocumentId document);
}
