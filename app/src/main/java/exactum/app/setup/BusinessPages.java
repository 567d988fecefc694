package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.business.Power;
import exactum.app.security.SignedIn;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.core.start.Starts;
import java.util.List;
import java.util.Map;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The businesses that a person works for, and adding one. */
@Controller
class BusinessPages {
    private final FindBusinesses businesses;
    private final SetUp setUp;

    BusinessPages(FindBusinesses businesses, SetUp setUp) {
        this.businesses = businesses;
        this.setUp = setUp;
    }

    /** After signing in: the day sheet of the first business one works for. */
    @GetMapping({"/", "/home"})
    String home(@AuthenticationPrincipal SignedIn user) {
        return businesses.of(user.login()).stream()
                .findFirst()
                .map(b -> "redirect:/" + b.code() + "/day")
                .orElse("redirect:/businesses");
    }

    @GetMapping("/businesses")
    String list(@AuthenticationPrincipal SignedIn user, Model model) {
        model.addAttribute("businesses", businesses.of(user.login()));
        model.addAttribute("mayAdd", mayAdd(user));
        model.addAttribute("countries", Starts.all());
        model.addAttribute("user", user);
        return "setup/businesses";
    }

    @PostMapping("/businesses")
    String add(@AuthenticationPrincipal SignedIn user, @RequestParam Map<String, String> f) {
        if (!mayAdd(user)) {
            throw new Refusal(
                    "business.not-yours",
                    "Only the administrator of a business may add another one. Nothing was saved.");
        }
        Business added = TypedForm.read(f, BusinessForm::fresh);
        setUp.begin(added, user.login());
        return "redirect:/" + added.code() + "/setup";
    }

    /** The first business is anybody's to add; after that, who administers one may add another. */
    private boolean mayAdd(SignedIn user) {
        List<Business> all = businesses.all();
        return all.isEmpty()
                || all.stream()
                        .map(Business::id)
                        .map((BusinessId id) -> businesses.membership(id, user.login()))
                        .anyMatch(m -> m.filter(is -> is.may(Power.SETUP)).isPresent());
    }
}
