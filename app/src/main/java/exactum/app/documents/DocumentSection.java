package exactum.app.documents;

import exactum.core.ids.BusinessId;
import java.util.Optional;

/** A feature that has something to say on a document's page. Ordered by Spring's {@code @Order}. */
public interface DocumentSection {
    /** The template whose fragment {@code ofDocument(document, content)} shows it. */
    String template();

    /** What it shows; nothing where it has nothing to say. */
    Optional<Object> of(BusinessId business, Document document);
}
