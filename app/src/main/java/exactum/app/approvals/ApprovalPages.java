package exactum.app.approvals;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.OwnAddress;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactum.core.text.TextKind;
import java.util.Arrays;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What waits for a second person, what was said, and what needs one. */
@Controller
class ApprovalPages {
    private static final int SHOWN = 100;
    private final Approvals approvals;

    ApprovalPages(Approvals approvals) {
        this.approvals = approvals;
    }

    /** A kind with the amount above which it needs a second person; empty for never. */
    record Rule(ApprovalKind kind, String above) {}

    @GetMapping("/approvals")
    String page(Business business, Model model) {
        var rules = approvals.rules(business.id());
        model.addAttribute("approvals", approvals.latest(business.id(), SHOWN));
        model.addAttribute("currency", business.currency().getCurrencyCode());
        model.addAttribute(
                "rules",
                Arrays.stream(ApprovalKind.values())
                        .filter(k -> !k.isAlways())
                        .map(k -> new Rule(
                                k,
                                rules.containsKey(k)
                                        ? Money.ofMinor(business.currency().getCurrencyCode(), rules.get(k))
                                                .text()
                                        : ""))
                        .toList());
        return "approvals/page";
    }

    @PostMapping("/approvals/rules")
    @Needs(Power.SETUP)
    String rule(Business business, @RequestParam ApprovalKind kind, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        approvals.setLimit(
                business.id(),
                kind,
                f.text("above").isEmpty() ? null : f.money("above", "amount", business.currency()));
        return "redirect:/approvals";
    }

    @PostMapping("/approvals/{id}/approve")
    @Needs(Power.APPROVE)
    String approve(
            BusinessId business,
            @PathVariable UUID id,
            @RequestParam Map<String, String> fields,
            @RequestParam(defaultValue = "/approvals") String back) {
        approvals.approve(business, id, new TypedForm(fields).text("note", TextKind.NAME));
        return OwnAddress.redirect(back, "/approvals");
    }

    @PostMapping("/approvals/{id}/refuse")
    @Needs(Power.APPROVE)
    String refuse(
            BusinessId business,
            @PathVariable UUID id,
            @RequestParam Map<String, String> fields,
            @RequestParam(defaultValue = "/approvals") String back) {
        approvals.refuse(business, id, new TypedForm(fields).text("note", TextKind.NAME));
        return OwnAddress.redirect(back, "/approvals");
    }
}
