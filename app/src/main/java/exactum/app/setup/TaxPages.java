package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.web.TypedForm;
import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.ids.BusinessId;
import exactum.core.text.TextKind;
import java.time.LocalDate;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Tax rates as dated rows with their source. */
@Controller
class TaxPages {
    private final FindSetup setup;
    private final SetUp save;
    private final Checklist checklist;
    private final BusinessClock clock;

    TaxPages(FindSetup setup, SetUp save, Checklist checklist, BusinessClock clock) {
        this.setup = setup;
        this.save = save;
        this.checklist = checklist;
        this.clock = clock;
    }

    @GetMapping("/setup/tax")
    String page(Business business, Model model) {
        model.addAttribute("rates", setup.taxRates(business.id()).rates());
        model.addAttribute("categories", TaxCategory.values());
        model.addAttribute("today", clock.today(business.id()));
        model.addAttribute("point", checklist.point(business.id(), SetupSection.TAX));
        return "setup/tax";
    }

    @PostMapping("/setup/tax-rates")
    @Needs(Power.SETUP)
    String add(BusinessId business, @RequestParam Map<String, String> fields) {
        save.addTaxRate(business, TypedForm.read(fields, f -> typed(f, clock.today(business))));
        return "redirect:/setup/tax";
    }

    @PostMapping("/setup/tax-rates/correct")
    @Needs(Power.SETUP)
    String correct(BusinessId business, @RequestParam Map<String, String> fields) {
        save.correctRate(business, TypedForm.read(fields, f -> typed(f, clock.today(business))));
        return "redirect:/setup/tax";
    }

    @PostMapping("/setup/tax-rates/remove")
    @Needs(Power.SETUP)
    String remove(BusinessId business, @RequestParam String code, @RequestParam LocalDate validFrom) {
        save.removeRate(business, code, validFrom);
        return "redirect:/setup/tax";
    }

    private static TaxRate typed(TypedForm f, LocalDate today) {
        return new TaxRate(
                f.required("code", "code", TextKind.CODE),
                TaxCategory.of(f.text("category", "S")),
                f.required("name", "name", TextKind.NAME),
                f.percent("percent", "percentage"),
                f.date("validFrom", "first day", today),
                null,
                f.required("source", "source", TextKind.NAME));
    }
}
