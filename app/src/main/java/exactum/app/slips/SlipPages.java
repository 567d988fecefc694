package exactum.app.slips;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.daysheet.Sums;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ids.WaitingId;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Paying-in slips: the list, a new one of what lies unbanked, and one to print. */
@Controller
class SlipPages {
    private static final int SHOWN = 200;
    private final FindSlips slips;
    private final PayIn payIn;
    private final BusinessClock clock;

    SlipPages(FindSlips slips, PayIn payIn, BusinessClock clock) {
        this.slips = slips;
        this.payIn = payIn;
        this.clock = clock;
    }

    @GetMapping("/slips")
    String list(BusinessId business, Model model) {
        model.addAttribute("slips", slips.list(business, SHOWN));
        model.addAttribute("unbanked", slips.unbanked(business));
        return "slips/list";
    }

    @GetMapping("/slips/new")
    String fresh(BusinessId business, Model model) {
        List<Slip.Item> unbanked = slips.unbanked(business);
        model.addAttribute("unbanked", unbanked);
        model.addAttribute(
                "sums", Sums.byCurrency(unbanked.stream().map(Slip.Item::left).toList()));
        model.addAttribute("today", clock.today(business));
        return "slips/make";
    }

    @PostMapping("/slips")
    @Needs(Power.PAYMENTS)
    String make(
            BusinessId business,
            @RequestParam(defaultValue = "") List<WaitingId> payment,
            @RequestParam Map<String, String> fields) {
        LocalDate day = TypedForm.read(fields, f -> f.date("on", "date", clock.today(business)));
        return "redirect:/slips/" + payIn.make(business, day, new HashSet<>(payment));
    }

    @GetMapping("/slips/{id}")
    String one(BusinessId business, @PathVariable UUID id, Model model) {
        model.addAttribute("slip", slips.find(business, id).orElseThrow(NotHere::new));
        return "slips/one";
    }

    @PostMapping("/slips/{id}/undo")
    @Needs(Power.PAYMENTS)
    String undo(BusinessId business, @PathVariable UUID id) {
        payIn.undo(business, id);
        return "redirect:/slips";
    }
}
