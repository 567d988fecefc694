package exactum.app.refunds;

import exactum.app.documents.Document;
import exactum.app.documents.DocumentSection;
import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.Optional;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** What was given back of what paid a document, on its page. */
@Component
@Order(30)
class RefundsOfDocument implements DocumentSection {
    private final FindRefunds find;

    RefundsOfDocument(FindRefunds find) {
        this.find = find;
    }

    @Override
    public String template() {
        return "refunds/sections";
    }

    @Override
    public Optional<Object> of(BusinessId business, Document document) {
        List<RefundOrder> refunds = find.ofDocument(business, document.id());
        return refunds.isEmpty() ? Optional.empty() : Optional.of(refunds);
    }
}
