package exactum.app.cards;

import exactum.app.documents.Attempts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import java.util.List;
import org.springframework.stereotype.Component;

/** Card payments of a document, on the document's page. */
@Component
class CardAttempts implements Attempts {
    private final FindCollections collections;

    CardAttempts(FindCollections collections) {
        this.collections = collections;
    }

    @Override
    public List<Attempt> ofDocument(BusinessId business, DocumentId document) {
        return collections.ofDocument(business, document).stream()
                .map(c -> new Attempt(
                        c.state().mark(),
                        "Card payment " + c.state().words(),
                        c.lastReason(),
                        c.startedOn(),
                        c.amount()))
                .toList();
    }
}
