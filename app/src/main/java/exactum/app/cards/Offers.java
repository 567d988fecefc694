package exactum.app.cards;

import exactum.app.documents.AskedBefore;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.links.PaymentLink;
import exactum.app.settlement.FindClaims;
import exactum.app.setup.PayersMay;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import java.util.Comparator;
import java.util.Currency;
import java.util.List;
import org.springframework.stereotype.Component;

/** What can be paid from a link; one answer for the page that shows it and for the charge. */
@Component
public class Offers {
    private final FindDocuments documents;
    private final FindClaims claims;
    private final AskedBefore before;
    private final PayersMay payersMay;
    private final BusinessClock clock;

    Offers(FindDocuments documents, FindClaims claims, AskedBefore before, PayersMay payersMay, BusinessClock clock) {
        this.documents = documents;
        this.claims = claims;
        this.before = before;
        this.payersMay = payersMay;
        this.clock = clock;
    }

    /** What is open now. A quote and an amount without a document are paid alone. */
    public Offer of(PaymentLink link) {
        BusinessId business = link.business();
        boolean extra = payersMay.of(business).extra();
        if (link.document() == null) {
            PaymentLink.Ask ask = link.ask();
            return new Offer(
                    null,
                    ask.currency(),
                    clock.today(business),
                    List.of(),
                    Money.zero(ask.currency()),
                    ask.amount(),
                    extra || ask.amount() == null);
        }
        Document document = documents.get(business, link.document());
        Currency currency = document.gross().currency();
        List<FindClaims.Open> open = document.kind() == DocumentKind.QUOTE
                ? List.of()
                : claims.openOf(business, document.customer()).stream()
                        .filter(o -> o.left().currency().equals(currency))
                        .sorted(Comparator.comparing(o -> !o.document().equals(document.id())))
                        .toList();
        return new Offer(
                document.id(), currency, clock.today(business), open, before.asked(business, document), null, extra);
    }
}
