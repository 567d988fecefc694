package exactum.app.setup;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.text.TextKind;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Layouts and the channels that each offers. */
@Controller
class LayoutPages {
    private final Layouts layouts;
    private final Checklist checklist;

    LayoutPages(Layouts layouts, Checklist checklist) {
        this.layouts = layouts;
        this.checklist = checklist;
    }

    /** A layout as it is typed. */
    private record Typed(String name, boolean byCard, boolean byTransfer) {
        static Typed of(Map<String, String> fields) {
            return TypedForm.read(
                    fields,
                    f -> new Typed(f.required("name", "name", TextKind.NAME), f.has("byCard"), f.has("byTransfer")));
        }
    }

    @GetMapping("/setup/layouts")
    String page(BusinessId business, Model model) {
        model.addAttribute("layouts", layouts.all(business));
        model.addAttribute("quotes", layouts.quotes(business));
        model.addAttribute("point", checklist.point(business, SetupSection.LAYOUTS));
        return "setup/layouts";
    }

    @PostMapping("/setup/layouts")
    @Needs(Power.SETUP)
    String add(BusinessId business, @RequestParam Map<String, String> fields) {
        Typed typed = Typed.of(fields);
        layouts.add(business, typed.name(), typed.byCard(), typed.byTransfer());
        return "redirect:/setup/layouts";
    }

    @PostMapping("/setup/layouts/quotes")
    @Needs(Power.SETUP)
    String quotes(BusinessId business, @RequestParam Map<String, String> fields) {
        layouts.setQuotes(
                business,
                TypedForm.read(
                        fields,
                        f -> new QuoteDefault(
                                f.whole("days"),
                                f.has("signed"),
                                f.oneOf("asks", "what is to be paid", List.of("nothing", "first part", "all")),
                                f.has("byItself"))));
        return "redirect:/setup/layouts";
    }

    @PostMapping("/setup/layouts/{id}")
    @Needs(Power.SETUP)
    String change(BusinessId business, @PathVariable UUID id, @RequestParam Map<String, String> fields) {
        Typed typed = Typed.of(fields);
        layouts.change(business, id, typed.name(), typed.byCard(), typed.byTransfer());
        return "redirect:/setup/layouts";
    }

    @PostMapping("/setup/layouts/{id}/choose")
    @Needs(Power.SETUP)
    String choose(BusinessId business, @PathVariable UUID id) {
        layouts.choose(business, id);
        return "redirect:/setup/layouts";
    }
}
