package exactum.app.customers;

import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** One customer with all that the features know of them. */
@Controller
class CustomerFilePages {
    private final FindCustomers customers;
    private final List<CustomerSection> sections;

    CustomerFilePages(FindCustomers customers, List<CustomerSection> sections) {
        this.customers = customers;
        this.sections = sections;
    }

    /** A section with its content. */
    record Shown(String template, Object content) {}

    @GetMapping("/customers/{id:[0-9a-f-]{36}}")
    String one(BusinessId business, @PathVariable CustomerId id, Model model) {
        Customer customer = customers.find(business, id).orElseThrow(NotHere::new);
        model.addAttribute("customer", customer);
        model.addAttribute(
                "sections",
                sections.stream()
                        .map(s -> new Shown(s.template(), s.of(business, customer)))
                        .toList());
        return "customers/one";
    }
}
