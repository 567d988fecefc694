package exactum.app.payer;

import exactum.app.business.FindBusinesses;
import exactum.app.documents.Party;
import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** The seller on a payer's page: their name, their colours and their logo, as a document was issued with or as they are now. */
@Component
class PayerFace {
    private final FindBusinesses businesses;

    PayerFace(FindBusinesses businesses) {
        this.businesses = businesses;
    }

    /** As they are now. */
    void put(BusinessId business, Model model) {
        put(business, Party.of(businesses.get(business), List.of()), model);
    }

    void put(BusinessId business, Party seller, Model model) {
        model.addAttribute("seller", seller);
        model.addAttribute(
                "logo", seller.logo() == null ? null : "/pay/brand/%s/%s.png".formatted(business, seller.logo()));
        model.addAttribute(
                "brandVersion", seller.colour().substring(1) + seller.accent().substring(1));
    }
}
