package exactum.app.daysheet;

import exactum.app.audit.Audit;
import exactum.app.business.FindBusinesses;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.app.web.OwnAddress;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.text.TextKind;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;

/** What can be done with a decision instead of deciding it. */
@Controller
class DecisionPages {
    private final Decisions decisions;
    private final PutAside put;
    private final FindBusinesses businesses;
    private final BusinessClock clock;

    DecisionPages(Decisions decisions, PutAside put, FindBusinesses businesses, BusinessClock clock) {
        this.decisions = decisions;
        this.put = put;
        this.businesses = businesses;
        this.clock = clock;
    }

    /** Beside its decision where a page asks, else a page of its own. */
    @GetMapping("/day/decision")
    @Needs(Power.DECIDE)
    String one(
            BusinessId business,
            @RequestParam String key,
            @RequestHeader(name = "HX-Request", defaultValue = "") String part,
            Model model) {
        model.addAttribute("d", decisions.find(business, key).orElseThrow(NotHere::new));
        model.addAttribute(
                "colleagues",
                businesses.members(business).stream()
                        .filter(m -> m.membership().may(Power.DECIDE))
                        .filter(m -> !m.login().equals(Audit.who()))
                        .toList());
        return part.equals("true") ? "daysheet/decision :: beside" : "daysheet/decision";
    }

    @GetMapping("/day/aside")
    String aside(BusinessId business, Model model) {
        model.addAttribute("notes", decisions.noted(business));
        model.addAttribute("today", clock.today(business));
        return "daysheet/aside";
    }

    @PostMapping("/day/decision/hand-over")
    @Needs(Power.DECIDE)
    String hand(BusinessId business, @RequestParam String key, @RequestParam Map<String, String> fields) {
        String[] typed = TypedForm.read(fields, f ->
                new String[] {f.required("to", "colleague"), f.text("note", TextKind.NAME)});
        put.hand(business, key, typed[0], typed[1]);
        return "redirect:/day";
    }

    @PostMapping("/day/decision/snooze")
    @Needs(Power.DECIDE)
    String snooze(BusinessId business, @RequestParam String key, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        put.snooze(business, key, f.date("until", "day", clock.today(business)), f.text("note", TextKind.NAME));
        return "redirect:/day";
    }

    @PostMapping("/day/decision/dismiss")
    @Needs(Power.DECIDE)
    String dismiss(BusinessId business, @RequestParam String key, @RequestParam Map<String, String> fields) {
        put.dismiss(business, key, new TypedForm(fields).text("cause", TextKind.NAME));
        return "redirect:/day";
    }

    @PostMapping("/day/decision/bring-back")
    @Needs(Power.DECIDE)
    String bringBack(
            BusinessId business,
            @RequestParam String key,
            @RequestParam DecisionNote.Kind kind,
            @RequestParam(defaultValue = "/day/aside") String back) {
        put.bringBack(business, key, kind);
        return OwnAddress.redirect(back, "/day/aside");
    }
}
