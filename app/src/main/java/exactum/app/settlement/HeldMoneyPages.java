package exactum.app.settlement;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.money.Money;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** One amount that lies with us for a customer, and what it may settle. */
@Controller
class HeldMoneyPages {
    private final FindPayments payments;
    private final FindClaims claims;
    private final HeldMoney held;

    HeldMoneyPages(FindPayments payments, FindClaims claims, HeldMoney held) {
        this.payments = payments;
        this.claims = claims;
        this.held = held;
    }

    /** An invoice with what is open of it. */
    public record Choice(DocumentId document, String number, Money open) {}

    @GetMapping("/held-money/{id}")
    String page(BusinessId business, @PathVariable MeansId id, Model model) {
        FindPayments.Held money = payments.held(business, id).orElseThrow(NotHere::new);
        Map<DocumentId, Choice> choices = new LinkedHashMap<>();
        for (FindClaims.Open open : claims.openOf(business, money.customer())) {
            if (!open.left().currency().equals(money.credit().left().currency())) continue;
            choices.merge(
                    open.document(),
                    new Choice(open.document(), open.number(), open.left()),
                    (a, b) -> new Choice(a.document(), a.number(), a.open().plus(b.open())));
        }
        model.addAttribute("held", money);
        model.addAttribute("choices", choices.values());
        return "settlement/held";
    }

    @PostMapping("/held-money/{id}/use")
    @Needs(Power.PAYMENTS)
    String use(BusinessId business, @PathVariable MeansId id, @RequestParam Map<String, String> fields) {
        FindPayments.Held money = payments.held(business, id).orElseThrow(NotHere::new);
        var f = new TypedForm(fields);
        Money all = money.credit().left();
        DocumentId document = DocumentId.valueOf(f.required("document", "invoice"));
        Money left = left(f, all);
        Money amount = f.text("amount").isEmpty()
                ? left.min(open(business, document, all))
                : f.money("amount", "amount", all.currency());
        held.use(business, money, document, amount, left);
        return "redirect:/held-money/" + id;
    }

    private Money open(BusinessId business, DocumentId document, Money like) {
        return Money.sum(
                like.currency(),
                claims.openOf(business, document).stream()
                        .map(FindClaims.Open::left)
                        .filter(m -> m.currency().equals(like.currency()))
                        .toList());
    }

    /** What the page showed as left. */
    private static Money left(TypedForm f, Money like) {
        String shown = f.required("left", "what was left");
        return like.withMinor(shown.matches("\\d{1,15}") ? Long.parseLong(shown) : -1);
    }
}
