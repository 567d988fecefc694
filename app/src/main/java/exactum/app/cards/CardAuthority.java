package exactum.app.cards;

import exactum.app.business.Business;
import exactum.app.customers.BillingRules;
import exactum.app.customers.Customer;
import exactum.app.installation.BusinessClock;
import exactum.app.press.PdfPress;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** The form by which a customer agrees on paper that their card is charged, in their language; it has no room for the number. */
@Component
class CardAuthority {
    private final PdfPress press;
    private final FindCards cards;
    private final BillingRules rules;
    private final BusinessClock clock;

    CardAuthority(PdfPress press, FindCards cards, BillingRules rules, BusinessClock clock) {
        this.press = press;
        this.cards = cards;
        this.rules = rules;
        this.clock = clock;
    }

    /** To be printed and signed, with the newest card that is usable where there is one. */
    byte[] toSign(Business business, Customer customer) {
        LocalDate today = clock.today(business.id());
        var model = new HashMap<String, Object>();
        model.put("business", business);
        model.put("customer", customer);
        model.put(
                "card",
                cards.ofCustomer(business.id(), customer.id()).stream()
                        .filter(c -> c.isUsableOn(today))
                        .findFirst()
                        .orElse(null));
        model.put("newLine", "\n");
        Locale locale =
                rules.of(business.id(), customer.id()).language().value().locale();
        return press.print("pdf/card-authority", locale, model);
    }
}
