package exactum.app.chargebacks;

import exactum.app.documents.Document;
import exactum.app.documents.DocumentSection;
import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.Optional;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** That what paid a document is contested, on its page. */
@Component
@Order(31)
class ChargebacksOfDocument implements DocumentSection {
    private final FindChargebacks find;

    ChargebacksOfDocument(FindChargebacks find) {
        this.find = find;
    }

    @Override
    public String template() {
        return "chargebacks/sections";
    }

    @Override
    public Optional<Object> of(BusinessId business, Document document) {
        List<Chargeback> chargebacks = find.ofDocument(business, document.id());
        return chargebacks.isEmpty() ? Optional.empty() : Optional.of(chargebacks);
    }
}
