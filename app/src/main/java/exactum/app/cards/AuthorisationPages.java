package exactum.app.cards;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.FindClaims;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.AuthorisationId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What a card was authorised for: seen, taken in parts, let go; and a card on file authorised by hand. */
@Controller
class AuthorisationPages {
    private final AuthorisationStore store;
    private final Authorise authorise;
    private final CaptureAuthorisation capture;
    private final FindCards cards;
    private final FindCollections collections;
    private final FindCustomers customers;
    private final FindDocuments documents;
    private final FindClaims claims;
    private final BusinessClock clock;

    AuthorisationPages(
            AuthorisationStore store,
            Authorise authorise,
            CaptureAuthorisation capture,
            FindCards cards,
            FindCollections collections,
            FindCustomers customers,
            FindDocuments documents,
            FindClaims claims,
            BusinessClock clock) {
        this.store = store;
        this.authorise = authorise;
        this.capture = capture;
        this.cards = cards;
        this.collections = collections;
        this.customers = customers;
        this.documents = documents;
        this.claims = claims;
        this.clock = clock;
    }

    @GetMapping("/authorisations/{id}")
    String one(BusinessId business, @PathVariable AuthorisationId id, Model model) {
        Authorisation a = authorise.look(found(business, id));
        Money rest = a.rest(clock.today(business));
        List<FindClaims.Open> open = claims.openOf(business, a.customer()).stream()
                .filter(o -> o.left().currency().equals(a.amount().currency()))
                .toList();
        model.addAttribute("a", a);
        model.addAttribute("rest", rest);
        model.addAttribute("customer", customers.get(business, a.customer()).name());
        model.addAttribute(
                "number",
                a.document() == null
                        ? null
                        : documents.get(business, a.document()).number());
        model.addAttribute("open", open);
        model.addAttribute("captures", collections.ofAuthorisation(business, id));
        return "cards/authorisation";
    }

    private Authorisation found(BusinessId business, AuthorisationId id) {
        return store.find(business, id).orElseThrow(NotHere::new);
    }

    @PostMapping("/authorisations/{id}/capture")
    @Needs(Power.COLLECTING)
    String capture(BusinessId business, @PathVariable AuthorisationId id, @RequestParam Map<String, String> fields) {
        Authorisation a = found(business, id);
        Money amount = TypedForm.read(
                fields, f -> f.money("amount", "amount", a.amount().currency()));
        Document invoice = documents
                .findByNumber(business, fields.getOrDefault("invoice", ""))
                .filter(d -> d.customer().equals(a.customer()))
                .orElseThrow(() -> new Refusal(
                                "authorisation.invoice", "Choose the invoice that it is for. Nothing was taken.")
                        .at("invoice"));
        capture.capture(business, id, invoice.id(), amount, fields.containsKey("last"));
        return "redirect:/authorisations/" + id;
    }

    @PostMapping("/authorisations/{id}/release")
    @Needs(Power.COLLECTING)
    String release(BusinessId business, @PathVariable AuthorisationId id) {
        found(business, id);
        capture.release(business, id);
        return "redirect:/authorisations/" + id;
    }

    /** Authorises a card on file by hand. */
    @PostMapping("/customers/{id}/authorisations")
    @Needs(Power.COLLECTING)
    String byHand(BusinessId business, @PathVariable CustomerId id, @RequestParam Map<String, String> fields) {
        Customer customer = customers.find(business, id).orElseThrow(NotHere::new);
        CardOnFile card = cards.ofCustomer(business, id).stream()
                .filter(c -> c.id().toString().equals(fields.getOrDefault("card", "")))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                                "authorisation.card", "Choose one of the customer’s cards. Nothing was authorised.")
                        .at("card"));
        record Typed(Money amount, String reference) {}
        Typed typed = TypedForm.read(
                fields,
                f -> new Typed(
                        f.money("amount", "amount", customer.currency()),
                        f.required("reference", "what it is for", TextKind.NAME)));
        if (!typed.amount().isPositive())
            throw new Refusal("authorisation.amount", "Type an amount above zero. Nothing was authorised.")
                    .at("amount");
        Document about = documents
                .findByNumber(business, typed.reference())
                .filter(d -> d.customer().equals(id))
                .orElse(null);
        Authorisation made =
                authorise.onFile(business, card, about == null ? null : about.id(), typed.reference(), typed.amount());
        return "redirect:/authorisations/" + made.id();
    }
}
