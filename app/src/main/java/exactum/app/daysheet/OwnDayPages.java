package exactum.app.daysheet;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.security.SignedIn;
import exactum.core.ids.BusinessId;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A person’s own day sheet: on which days which kind of decisions is on it. */
@Controller
class OwnDayPages {
    private final List<DecisionSource> sources;
    private final OwnRhythms rhythms;

    OwnDayPages(List<DecisionSource> sources, OwnRhythms rhythms) {
        this.sources = sources;
        this.rhythms = rhythms;
    }

    /** A kind, and the rhythm chosen for it. */
    record Chosen(DecisionKind kind, boolean isDaily, OwnRhythm rhythm) {}

    @GetMapping("/day/rhythm")
    String page(BusinessId business, @AuthenticationPrincipal SignedIn user, Model model) {
        Map<String, OwnRhythm> chosen = rhythms.chosen(business, user.login());
        model.addAttribute(
                "kinds",
                sources.stream()
                        .sorted(Comparator.comparing(
                                        (DecisionSource s) -> s.kind().station())
                                .thenComparing(s -> s.kind().title()))
                        .map(s -> new Chosen(
                                s.kind(),
                                s.isDaily(),
                                chosen.getOrDefault(s.kind().prefix(), OwnRhythm.EVERY_DAY)))
                        .toList());
        model.addAttribute("rhythms", OwnRhythm.values());
        return "daysheet/rhythm";
    }

    /** The fields are named by the prefixes of the kinds. */
    @PostMapping("/day/rhythm")
    @Needs(Power.OWN_DAY)
    String choose(
            BusinessId business, @AuthenticationPrincipal SignedIn user, @RequestParam Map<String, String> fields) {
        Map<String, String> chosen = new LinkedHashMap<>();
        for (DecisionSource s : sources) {
            String typed = fields.get(s.kind().prefix());
            if (typed != null) chosen.put(s.kind().prefix(), typed);
        }
        rhythms.choose(business, user.login(), chosen);
        return "redirect:/day";
    }
}
