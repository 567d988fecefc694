package exactum.app.debits;

import exactum.app.documents.Document;
import exactum.app.documents.DocumentSection;
import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.Optional;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** When the open items of a document are collected, on its page. */
@Component
@Order(15)
class DebitsOfDocument implements DocumentSection {
    private final FindDebits find;

    DebitsOfDocument(FindDebits find) {
        this.find = find;
    }

    @Override
    public String template() {
        return "debits/of-document";
    }

    @Override
    public Optional<Object> of(BusinessId business, Document document) {
        if (!document.kind().isOwed()) return Optional.empty();
        List<FindDebits.Expected> expected = find.expected(business, document.id());
        return expected.isEmpty() ? Optional.empty() : Optional.of(expected);
    }
}
