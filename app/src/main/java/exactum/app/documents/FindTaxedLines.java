package exactum.app.documents;

import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import java.util.Collection;
import java.util.Map;

/** What documents bill, without all else that they say. */
public interface FindTaxedLines {
    /** Of those that are issued. */
    Map<DocumentId, TaxedLines> of(BusinessId business, Collection<DocumentId> documents);
}
