package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.TypedForm;
import exactum.core.text.TextKind;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What is sold. */
@Controller
class CataloguePages {
    private final FindSetup setup;
    private final SetUp save;
    private final Checklist checklist;

    CataloguePages(FindSetup setup, SetUp save, Checklist checklist) {
        this.setup = setup;
        this.save = save;
        this.checklist = checklist;
    }

    @GetMapping("/setup/catalogue")
    String page(Business business, Model model) {
        model.addAttribute("items", setup.items(business.id()));
        model.addAttribute(
                "rates",
                setup.taxRates(business.id()).rates().stream()
                        .filter(r -> r.validUntil() == null)
                        .toList());
        model.addAttribute("accounts", setup.accounts(business.id()));
        model.addAttribute("currency", business.currency());
        model.addAttribute("point", checklist.point(business.id(), SetupSection.CATALOGUE));
        return "setup/catalogue";
    }

    @PostMapping("/setup/items")
    @Needs(Power.CATALOGUE)
    String add(Business business, @RequestParam Map<String, String> fields) {
        CatalogueItem i = TypedForm.read(
                fields,
                f -> new CatalogueItem(
                        null,
                        f.required("code", "code", TextKind.CODE),
                        f.required("name", "name", TextKind.NAME),
                        f.required("unit", "unit", TextKind.CODE),
                        f.price("price", "price", business.currency()),
                        f.required("taxCode", "tax rate", TextKind.CODE),
                        f.account("incomeAccount", "income account")));
        save.addItem(business.id(), i.code(), i.name(), i.unit(), i.price(), i.taxCode(), i.incomeAccount());
        return "redirect:/setup/catalogue";
    }
}
