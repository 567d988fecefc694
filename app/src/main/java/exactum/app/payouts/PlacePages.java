package exactum.app.payouts;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.Customer;
import exactum.app.customers.FindCustomers;
import exactum.app.settlement.FindClaims;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.PayoutId;
import exactum.core.problem.Refusal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Whose a sale is that the books do not know: what it could pay, and placing it. */
@Controller
class PlacePages {
    private static final int FOUND = 8;
    private static final int MOST = 12;
    private final FindPayouts payouts;
    private final PlaceSale place;
    private final FindClaims claims;
    private final FindCustomers customers;

    PlacePages(FindPayouts payouts, PlaceSale place, FindClaims claims, FindCustomers customers) {
        this.payouts = payouts;
        this.place = place;
        this.claims = claims;
        this.customers = customers;
    }

    /**
     * What it could be.
     *
     * @param open an open item of theirs, or null: then it is on account
     * @param why it is shown
     */
    public record Choice(CustomerId customer, String name, FindClaims.Open open, String why) {}

    @GetMapping("/payouts/{id}/lines/{line}/place")
    String page(
            BusinessId business,
            @PathVariable PayoutId id,
            @PathVariable int line,
            @RequestParam(defaultValue = "") String who,
            Model model) {
        PayoutLine sale = place.line(business, id, line);
        model.addAttribute("payout", payouts.find(business, id).orElseThrow(NotHere::new));
        model.addAttribute("line", sale);
        model.addAttribute("who", who);
        model.addAttribute("choices", choices(business, sale, who));
        return "payouts/place";
    }

    private List<Choice> choices(BusinessId business, PayoutLine sale, String who) {
        var all = new ArrayList<Choice>();
        Set<ClaimId> shown = new HashSet<>();
        for (FindClaims.Open o : claims.ofAmount(business, sale.gross(), MOST)) {
            shown.add(o.claim());
            all.add(new Choice(o.customer(), o.customerName(), o, "its amount agrees to the cent"));
        }
        for (Customer c : customers.search(business, who.isBlank() ? sale.description() : who, FOUND)) {
            for (FindClaims.Open o : claims.openOf(business, c.id())) {
                boolean fits = o.left().currency().equals(sale.gross().currency());
                if (fits && shown.add(o.claim())) all.add(new Choice(c.id(), c.name(), o, "open"));
            }
            all.add(new Choice(c.id(), c.name(), null, "on account"));
        }
        return all;
    }

    @PostMapping("/payouts/{id}/lines/{line}/place")
    @Needs(Power.MATCHING)
    String place(
            BusinessId business,
            @PathVariable PayoutId id,
            @PathVariable int line,
            @RequestParam(defaultValue = "") String choice) {
        payouts.find(business, id).orElseThrow(NotHere::new);
        if (choice.isBlank()) throw new Refusal("payout.whose", "Choose whose payment it is. Nothing was placed.");
        String[] parts = choice.split("/", -1);
        boolean onAccount = parts.length < 2 || parts[1].isEmpty();
        place.place(business, id, line, CustomerId.valueOf(parts[0]), onAccount ? null : DocumentId.valueOf(parts[1]));
        return "redirect:/payouts/" + id;
    }
}
