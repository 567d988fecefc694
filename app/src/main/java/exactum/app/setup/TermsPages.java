package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.cadence.Cadence;
import exactum.core.cadence.ServicePeriod;
import exactum.core.calendar.Clearing;
import exactum.core.ids.BusinessId;
import exactum.core.ids.TermsId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.terms.Anchor;
import exactum.core.terms.Anchors;
import exactum.core.terms.Counting;
import exactum.core.terms.Remainder;
import exactum.core.terms.Terms;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** When invoices fall due and in which parts, under names; each with what it makes of a thousand. */
@Controller
class TermsPages {
    private static final BigDecimal EXAMPLE = BigDecimal.valueOf(1_000);
    private final FindSetup setup;
    private final SetUp save;
    private final Checklist checklist;
    private final BusinessClock clock;

    TermsPages(FindSetup setup, SetUp save, Checklist checklist, BusinessClock clock) {
        this.setup = setup;
        this.save = save;
        this.checklist = checklist;
        this.clock = clock;
    }

    @GetMapping("/setup/terms")
    String page(BusinessId business, Model model) {
        model.addAttribute("terms", setup.terms(business));
        model.addAttribute("point", checklist.point(business, SetupSection.TERMS));
        return "setup/terms";
    }

    @GetMapping("/setup/terms/new")
    String fresh(Business business, Model model) {
        var fields = new HashMap<String, String>();
        fields.put("share0", "100 %");
        fields.put("days0", "14");
        show(business, null, fields, model);
        return "setup/terms-one";
    }

    @GetMapping("/setup/terms/{id}")
    String one(Business business, @PathVariable TermsId id, Model model) {
        KeptTerms kept = setup.terms(business.id()).stream()
                .filter(t -> t.id().equals(id))
                .findFirst()
                .orElseThrow(NotHere::new);
        show(business, kept, TermsForm.fields(kept), model);
        return "setup/terms-one";
    }

    /** Each pause in typing comes here: nothing is saved, and what the terms make comes back. */
    @PostMapping("/setup/terms/typed")
    @Needs(Power.SETUP)
    String typed(Business business, @RequestParam Map<String, String> fields, Model model) {
        show(business, null, fields, model);
        return "setup/terms-one :: typed";
    }

    @PostMapping("/setup/terms")
    @Needs(Power.SETUP)
    String add(Business business, @RequestParam Map<String, String> fields) {
        KeptTerms t = read(business, fields);
        save.addTerms(business.id(), t.name(), t.terms(), t.printed(), t.chosen());
        return "redirect:/setup/terms";
    }

    @PostMapping("/setup/terms/{id}")
    @Needs(Power.SETUP)
    String change(Business business, @PathVariable TermsId id, @RequestParam Map<String, String> fields) {
        KeptTerms t = read(business, fields);
        save.changeTerms(business.id(), id, t.name(), t.terms(), t.printed());
        return "redirect:/setup/terms";
    }

    @PostMapping("/setup/terms/{id}/choose")
    @Needs(Power.SETUP)
    String choose(BusinessId business, @PathVariable TermsId id) {
        save.chooseTerms(business, id);
        return "redirect:/setup/terms";
    }

    private KeptTerms read(Business business, Map<String, String> fields) {
        return TypedForm.read(fields, f -> form(business, f).kept());
    }

    private TermsForm form(Business business, TypedForm typed) {
        return new TermsForm(typed, business.currency(), clock.today(business.id()));
    }

    private void show(Business business, KeptTerms kept, Map<String, String> fields, Model model) {
        model.addAttribute("kept", kept);
        model.addAttribute("title", kept == null ? "New terms" : kept.name());
        model.addAttribute("f", fields);
        model.addAttribute("rows", TermsForm.rows(fields));
        model.addAttribute("anchors", Anchor.values());
        model.addAttribute("units", Cadence.Unit.values());
        model.addAttribute("remainders", Remainder.values());
        model.addAttribute("countings", Counting.values());
        example(business, fields, model);
    }

    /** What the terms make of a thousand for next month, as far as they are typed. */
    private void example(Business business, Map<String, String> fields, Model model) {
        try {
            Terms terms = TypedForm.read(fields, f -> form(business, f).terms());
            model.addAttribute("words", terms.words());
            if (!terms.problem().isEmpty()) {
                model.addAttribute("notYet", terms.problem());
                return;
            }
            LocalDate today = clock.today(business.id());
            LocalDate next = today.plusMonths(1).withDayOfMonth(1);
            var anchors = new Anchors(today, today, new ServicePeriod(next, next.plusMonths(1)), null);
            model.addAttribute(
                    "example",
                    terms.schedule(
                            Money.of(
                                    business.currency(),
                                    EXAMPLE.setScale(business.currency().getDefaultFractionDigits())),
                            anchors,
                            Clearing.of(business.currency()).calendar()));
        } catch (Refusal notYet) {
            model.addAttribute(
                    "notYet",
                    notYet.parts().isEmpty()
                            ? notYet.sentence()
                            : notYet.parts().getFirst().sentence());
        }
    }
}
