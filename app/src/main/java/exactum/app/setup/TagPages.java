package exactum.app.setup;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.text.TextKind;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Dimensions and their values. */
@Controller
class TagPages {
    private final Tags tags;
    private final Checklist checklist;

    TagPages(Tags tags, Checklist checklist) {
        this.tags = tags;
        this.checklist = checklist;
    }

    /** A tag as it is typed. */
    private record Typed(String dimension, String value) {
        static Typed of(Map<String, String> fields) {
            return TypedForm.read(
                    fields,
                    f -> new Typed(
                            f.required("dimension", "dimension", TextKind.CODE),
                            f.required("value", "value", TextKind.CODE)));
        }
    }

    @GetMapping("/setup/tags")
    String page(BusinessId business, Model model) {
        model.addAttribute("tags", tags.all(business));
        model.addAttribute("point", checklist.point(business, SetupSection.TAGS));
        return "setup/tags";
    }

    @PostMapping("/setup/tags")
    @Needs(Power.SETUP)
    String add(BusinessId business, @RequestParam Map<String, String> fields) {
        Typed typed = Typed.of(fields);
        tags.add(business, typed.dimension(), typed.value());
        return "redirect:/setup/tags";
    }

    @PostMapping("/setup/tags/retire")
    @Needs(Power.SETUP)
    String retire(BusinessId business, @RequestParam Map<String, String> fields) {
        Typed typed = Typed.of(fields);
        tags.retire(business, typed.dimension(), typed.value(), !fields.containsKey("again"));
        return "redirect:/setup/tags";
    }
}
