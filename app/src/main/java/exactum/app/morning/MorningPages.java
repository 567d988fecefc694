package exactum.app.morning;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.security.SignedIn;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import java.util.Map;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Where a person asks for the day sheet by mail. */
@Controller
class MorningPages {
    private final MorningMessages messages;

    MorningPages(MorningMessages messages) {
        this.messages = messages;
    }

    @GetMapping("/day/morning")
    String page(BusinessId business, @AuthenticationPrincipal SignedIn user, Model model) {
        messages.find(business, user.login()).ifPresent(w -> model.addAttribute("wish", w));
        return "morning/page";
    }

    @PostMapping("/day/morning")
    @Needs(Power.OWN_DAY)
    String ask(BusinessId business, @AuthenticationPrincipal SignedIn user, @RequestParam Map<String, String> fields) {
        messages.ask(business, user.login(), TypedForm.read(fields, f -> f.email("address", "address")));
        return "redirect:/day/morning";
    }

    @PostMapping("/day/morning/stop")
    @Needs(Power.OWN_DAY)
    String stop(BusinessId business, @AuthenticationPrincipal SignedIn user) {
        messages.stop(business, user.login());
        return "redirect:/day/morning";
    }
}
