package exactum.app.customers;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.text.TextKind;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The customer on a paper: chosen, to be chosen, found while typing, or made on the spot without leaving it. */
@Controller
class ChooserPages {
    private static final int FOUND = 8;
    private final FindCustomers customers;
    private final SaveCustomer save;

    ChooserPages(FindCustomers customers, SaveCustomer save) {
        this.customers = customers;
        this.save = save;
    }

    /** Customers found while composing, with the offer to make a new one of what was typed. */
    @GetMapping("/customers/found")
    String found(BusinessId business, @RequestParam(name = "who", defaultValue = "") String words, Model model) {
        model.addAttribute("found", words.isBlank() ? List.of() : customers.search(business, words, FOUND));
        model.addAttribute("words", words.strip());
        return "customers/chooser :: found";
    }

    /** The field to choose another customer. */
    @GetMapping("/customers/choose")
    String choose(BusinessId business) {
        return "customers/chooser :: choose";
    }

    @GetMapping("/customers/{id}/chosen")
    String chosen(BusinessId business, @PathVariable CustomerId id, HttpServletResponse response, Model model) {
        return chosen(customers.find(business, id).orElseThrow(NotHere::new), response, model);
    }

    @PostMapping("/customers/made")
    @Needs(Power.CUSTOMERS)
    String make(
            Business business, @RequestParam Map<String, String> fields, HttpServletResponse response, Model model) {
        CustomerDraft draft = TypedForm.read(
                fields,
                f -> new CustomerDraft(
                        "",
                        f.text("newName", TextKind.NAME),
                        f.text("newKind", "person"),
                        f.text("newEmail"),
                        f.text("newAddress", TextKind.ADDRESS),
                        business.identity().country(),
                        business.currency().getCurrencyCode(),
                        ""));
        return chosen(save.add(business.id(), draft), response, model);
    }

    /** The paper is computed again once the customer stands on it. */
    private static String chosen(Customer customer, HttpServletResponse response, Model model) {
        response.setHeader("HX-Trigger-After-Swap", "retype");
        model.addAttribute("customer", customer);
        return "customers/chooser :: chosen";
    }
}
