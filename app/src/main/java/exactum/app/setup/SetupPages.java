package exactum.app.setup;

import exactum.core.ids.BusinessId;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The set-up at a glance: what is there, what is missing and what that stops, and the next step. */
@Controller
class SetupPages {
    private final Checklist checklist;

    SetupPages(Checklist checklist) {
        this.checklist = checklist;
    }

    @GetMapping("/setup")
    String page(BusinessId business, Model model) {
        List<Checklist.Point> points = checklist.points(business);
        model.addAttribute("points", points);
        model.addAttribute("next", Checklist.nextStep(points).orElse(null));
        return "setup/page";
    }
}
