package exactum.app.payer;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.customers.FindCustomers;
import exactum.app.web.NotHere;
import exactum.core.ids.AddressWishId;
import exactum.core.ids.BusinessId;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/** What we have and what a payer says, side by side, for a person to decide. */
@Controller
class AddressWishPages {
    private final AddressWishStore store;
    private final AddressWishes wishes;
    private final FindCustomers customers;

    AddressWishPages(AddressWishStore store, AddressWishes wishes, FindCustomers customers) {
        this.store = store;
        this.wishes = wishes;
        this.customers = customers;
    }

    @GetMapping("/addresses/{id}")
    String page(BusinessId business, @PathVariable AddressWishId id, Model model) {
        AddressWish wish = store.find(business, id).orElseThrow(NotHere::new);
        model.addAttribute("wish", wish);
        model.addAttribute("customer", customers.get(business, wish.customer()));
        return "payer/wish";
    }

    @PostMapping("/addresses/{id}/take-over")
    @Needs(Power.CUSTOMERS)
    String takeOver(BusinessId business, @PathVariable AddressWishId id) {
        require(business, id);
        wishes.takeOver(business, id);
        return "redirect:/day";
    }

    @PostMapping("/addresses/{id}/leave")
    @Needs(Power.CUSTOMERS)
    String leave(BusinessId business, @PathVariable AddressWishId id) {
        require(business, id);
        wishes.leave(business, id);
        return "redirect:/day";
    }

    /** One that was answered before may be answered again, which changes nothing. */
    private void require(BusinessId business, AddressWishId id) {
        if (!store.exists(business, id)) throw new NotHere();
    }
}
