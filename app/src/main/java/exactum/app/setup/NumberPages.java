package exactum.app.setup;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The numbers of documents, a series a kind, over again each year and never backwards. */
@Controller
class NumberPages {
    private final Numbers numbers;
    private final Checklist checklist;

    NumberPages(Numbers numbers, Checklist checklist) {
        this.numbers = numbers;
        this.checklist = checklist;
    }

    @GetMapping("/setup/numbers")
    String page(BusinessId business, Model model) {
        model.addAttribute("series", numbers.all(business));
        model.addAttribute("point", checklist.point(business, SetupSection.NUMBERS));
        return "setup/numbers";
    }

    @PostMapping("/setup/series")
    @Needs(Power.SETUP)
    String save(BusinessId business, @RequestParam Map<String, String> fields) {
        numbers.save(
                business,
                TypedForm.read(
                        fields,
                        f -> new NumberSeries(
                                f.text("series", NumberSeries.INVOICES), f.text("prefix"), f.whole("width"))));
        return "redirect:/setup/numbers";
    }

    @PostMapping("/setup/series/move-on")
    @Needs(Power.SETUP)
    String moveOn(BusinessId business, @RequestParam String series, @RequestParam Map<String, String> fields) {
        numbers.moveOn(business, series, TypedForm.read(fields, f -> f.whole("next", 9)));
        return "redirect:/setup/numbers";
    }
}
