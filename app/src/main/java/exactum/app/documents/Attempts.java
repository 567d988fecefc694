package exactum.app.documents;

import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;

/** A feature that tries to collect what documents ask for, and can say how that went. */
public interface Attempts {
    /**
     * One attempt.
     *
     * @param mark the name of its mark
     * @param reason why it did not go through, or null
     */
    record Attempt(String mark, String words, String reason, LocalDate on, Money amount) {}

    /** The attempts for a document, the oldest first. */
    List<Attempt> ofDocument(BusinessId business, DocumentId document);
}
