package exactum.app.documents;

import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.util.Optional;

/** Money that is asked for before there is an invoice. */
public interface AskedBefore {
    /** What is still to be paid ahead of a document; zero for nothing. */
    Money asked(BusinessId business, Document document);

    /** The invoice that it became; money that comes late is for that one. */
    Optional<DocumentId> invoiceOf(BusinessId business, DocumentId document);
}
