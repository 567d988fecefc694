package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.start.Starts;
import exactum.core.text.TextKind;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Who we are, and the numbers by which authorities know us. */
@Controller
class IdentityPages {
    private final FindSetup setup;
    private final SetUp save;
    private final Branding branding;
    private final Checklist checklist;

    IdentityPages(FindSetup setup, SetUp save, Branding branding, Checklist checklist) {
        this.setup = setup;
        this.save = save;
        this.branding = branding;
        this.checklist = checklist;
    }

    @GetMapping("/setup/identity")
    String page(Business business, Model model) {
        model.addAttribute("business", business);
        model.addAttribute("countries", Starts.all());
        model.addAttribute("numbers", setup.sellerNumbers(business.id()));
        model.addAttribute("places", SellerNumber.PLACES);
        model.addAttribute("point", checklist.point(business.id(), SetupSection.IDENTITY));
        return "setup/identity";
    }

    @PostMapping("/setup/identity")
    @Needs(Power.SETUP)
    String save(Business business, @RequestParam Map<String, String> fields) {
        save.changeBusiness(TypedForm.read(fields, f -> BusinessForm.changed(f, business)));
        return "redirect:/setup/identity";
    }

    @PostMapping("/setup/identity/numbers")
    @Needs(Power.SETUP)
    String addNumber(BusinessId business, @RequestParam Map<String, String> fields) {
        SellerNumber typed = TypedForm.read(
                fields,
                f -> new SellerNumber(
                        null,
                        f.required("label", "name as printed", TextKind.CODE),
                        f.required("number", "number", TextKind.CODE),
                        f.oneOf("place", "place", SellerNumber.PLACES)));
        branding.addNumber(business, typed.label(), typed.number(), typed.place());
        return "redirect:/setup/identity";
    }

    @PostMapping("/setup/identity/numbers/{id}/remove")
    @Needs(Power.SETUP)
    String removeNumber(BusinessId business, @PathVariable UUID id) {
        branding.removeNumber(business, id);
        return "redirect:/setup/identity";
    }
}
