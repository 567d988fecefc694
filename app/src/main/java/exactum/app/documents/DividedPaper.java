package exactum.app.documents;

import exactum.app.business.Business;
import exactum.app.setup.FindSetup;
import exactum.app.setup.KeptTerms;
import exactum.core.cadence.Cadence;
import exactum.core.calendar.Clearing;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.terms.Anchors;
import exactum.core.terms.Counting;
import exactum.core.terms.Terms;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** How the total on a paper is divided: what was pressed is done, and the bar is drawn as far as it can be told. */
@Component
class DividedPaper {
    private final PaperSettings settings;
    private final FindSetup setup;

    DividedPaper(PaperSettings settings, FindSetup setup) {
        this.settings = settings;
        this.setup = setup;
    }

    /** Does what was pressed on the bar; what cannot be done is said. */
    void press(Business business, Map<String, String> fields, Model model) {
        if (fields.getOrDefault("partAct", "").isBlank()) return;
        var form = new DocumentForm(fields, settings.of(business, fields));
        Money total = total(business, form);
        KeptTerms kept = settings.terms(business.id(), form, setup.terms(business.id()));
        try {
            TypedParts.press(fields, kept.terms(), total, anchors(form), Clearing.of(business.currency()));
        } catch (Refusal | IllegalArgumentException cannot) {
            model.addAttribute("notDivided", cannot.getMessage());
        }
    }

    /** Puts the bar into the model. */
    void show(Business business, DocumentForm form, KeptTerms chosen, Money total, Model model) {
        Terms own = form.parts().terms();
        model.addAttribute("parts", form.parts());
        model.addAttribute("partsUrl", "/invoices/typed");
        model.addAttribute("countings", Counting.values());
        model.addAttribute("units", Cadence.Unit.values());
        if (!total.isPositive() || form.parts().isOn() && own == null) return;
        try {
            Terms terms = own == null ? chosen.terms() : own;
            model.addAttribute(
                    "bar",
                    PartsBar.of(
                            terms,
                            total,
                            anchors(form),
                            Clearing.of(business.currency()).calendar()));
        } catch (Refusal notYet) {
            model.addAttribute("notDivided", notYet.sentence());
        }
    }

    private Money total(Business business, DocumentForm form) {
        return PaperFigures.of(form, settings.rates(business.id(), form), form.date())
                .gross();
    }

    private static Anchors anchors(DocumentForm form) {
        return Anchors.of(form.date(), form.period());
    }
}
