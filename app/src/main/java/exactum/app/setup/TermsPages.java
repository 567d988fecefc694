package exactum.app.setup;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.TermsId;
import exactum.core.terms.DueRule;
import exactum.core.text.TextKind;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** When invoices fall due, under names. */
@Controller
class TermsPages {
    private final FindSetup setup;
    private final SetUp save;
    private final Checklist checklist;

    TermsPages(FindSetup setup, SetUp save, Checklist checklist) {
        this.setup = setup;
        this.save = save;
        this.checklist = checklist;
    }

    @GetMapping("/setup/terms")
    String page(BusinessId business, Model model) {
        model.addAttribute("terms", setup.terms(business));
        model.addAttribute("point", checklist.point(business, SetupSection.TERMS));
        return "setup/terms";
    }

    @PostMapping("/setup/terms")
    @Needs(Power.SETUP)
    String add(BusinessId business, @RequestParam Map<String, String> fields) {
        Terms t = TypedForm.read(fields, TermsPages::typed);
        save.addTerms(business, t.name(), t.rule(), t.printed(), t.chosen());
        return "redirect:/setup/terms";
    }

    @PostMapping("/setup/terms/{id}")
    @Needs(Power.SETUP)
    String change(BusinessId business, @PathVariable TermsId id, @RequestParam Map<String, String> fields) {
        Terms t = TypedForm.read(fields, TermsPages::typed);
        save.changeTerms(business, id, t.name(), t.rule(), t.printed());
        return "redirect:/setup/terms";
    }

    @PostMapping("/setup/terms/{id}/choose")
    @Needs(Power.SETUP)
    String choose(BusinessId business, @PathVariable TermsId id) {
        save.chooseTerms(business, id);
        return "redirect:/setup/terms";
    }

    private static Terms typed(TypedForm f) {
        return new Terms(
                null,
                f.required("name", "name", TextKind.NAME),
                new DueRule(f.whole("months"), f.whole("days"), f.has("thenMonthEnd")),
                f.required("printed", "printed text"),
                f.has("chosen"));
    }
}
