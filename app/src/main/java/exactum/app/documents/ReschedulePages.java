package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.app.web.TypedForm;
import exactum.core.cadence.Cadence;
import exactum.core.calendar.Clearing;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.terms.Anchors;
import exactum.core.terms.DueRule;
import exactum.core.terms.Terms;
import exactum.core.text.TextKind;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A new schedule for what is open of an invoice, typed on the same bar as the first one. */
@Controller
class ReschedulePages {
    private final FindDocuments documents;
    private final Reschedule reschedule;
    private final FindSetup setup;
    private final BusinessClock clock;

    ReschedulePages(FindDocuments documents, Reschedule reschedule, FindSetup setup, BusinessClock clock) {
        this.documents = documents;
        this.reschedule = reschedule;
        this.setup = setup;
        this.clock = clock;
    }

    @GetMapping("/invoices/{number}/reschedule")
    String begin(Business business, @PathVariable String number, Model model) {
        Document document = document(business, number);
        if (!reschedule.open(business.id(), document).isPositive()) throw Reschedule.nothingOpen();
        var fields = new HashMap<String, String>();
        fields.put("divided", "on");
        fields.put("part0", reschedule.open(business.id(), document).text());
        fields.put("due0", Texts.day(clock.today(business.id()).plusDays(14)));
        show(business, document, fields, model);
        return "documents/reschedule";
    }

    @PostMapping("/invoices/{number}/reschedule/typed")
    @Needs(Power.DOCUMENTS)
    String typed(
            Business business, @PathVariable String number, @RequestParam Map<String, String> fields, Model model) {
        Document document = document(business, number);
        try {
            TypedParts.press(
                    fields,
                    Terms.single(new DueRule(0, 14, false)),
                    reschedule.open(business.id(), document),
                    Anchors.of(clock.today(business.id())),
                    Clearing.of(business.currency()));
        } catch (Refusal | IllegalArgumentException cannot) {
            model.addAttribute("notDivided", cannot.getMessage());
        }
        fields.put("divided", "on");
        show(business, document, fields, model);
        return "documents/reschedule :: typed";
    }

    @PostMapping("/invoices/{number}/reschedule")
    @Needs(Power.DOCUMENTS)
    String commit(Business business, @PathVariable String number, @RequestParam Map<String, String> fields) {
        Document document = document(business, number);
        fields.put("divided", "on");
        DocumentForm form = form(business, document, fields);
        Terms terms = form.parts().terms();
        if (form.hasProblems() || terms == null) throw form.refused("schedule.wrong");
        String cause = TypedForm.read(fields, f -> f.required("cause", "cause", TextKind.NAME));
        Money seen = Money.ofMinor(document.gross().currency().getCurrencyCode(), minor(fields.get("seen")));
        reschedule.reschedule(business.id(), document, terms, seen, cause);
        return "redirect:/invoices/" + number;
    }

    private static long minor(String seen) {
        if (seen == null || !seen.matches("\\d{1,15}")) throw new NotHere();
        return Long.parseLong(seen);
    }

    private void show(Business business, Document document, Map<String, String> fields, Model model) {
        DocumentForm form = form(business, document, fields);
        Money open = reschedule.open(business.id(), document);
        Terms terms = form.parts().terms();
        model.addAttribute("document", document);
        model.addAttribute("open", open);
        model.addAttribute("form", form);
        model.addAttribute("parts", form.parts());
        model.addAttribute("units", Cadence.Unit.values());
        model.addAttribute("partsUrl", "/invoices/" + document.number() + "/reschedule/typed");
        if (terms == null || !open.isPositive()) return;
        try {
            model.addAttribute(
                    "bar",
                    PartsBar.of(
                            terms,
                            open,
                            Anchors.of(clock.today(business.id())),
                            Clearing.of(business.currency()).calendar()));
        } catch (Refusal notYet) {
            model.addAttribute("notDivided", notYet.sentence());
        }
    }

    private DocumentForm form(Business business, Document document, Map<String, String> fields) {
        LocalDate today = clock.today(business.id());
        return new DocumentForm(
                fields, new PaperForm.Setting(document.gross().currency(), setup.incomeAccount(business.id()), today));
    }

    private Document document(Business business, String number) {
        return documents.findByNumber(business.id(), number).orElseThrow(NotHere::new);
    }
}
