package exactum.app.documents;

import exactum.core.ids.BusinessId;

/** Something else than a mandate over which a document is collected. */
public interface CollectsOver {
    /** Whether it collects the document. */
    boolean collects(BusinessId business, Document document);
}
