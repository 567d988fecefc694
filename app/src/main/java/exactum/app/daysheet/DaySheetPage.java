package exactum.app.daysheet;

import exactum.app.business.Business;
import exactum.app.installation.BusinessClock;
import exactum.app.security.SignedIn;
import exactum.app.setup.Checklist;
import exactum.core.ids.BusinessId;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestAttribute;
import org.springframework.web.bind.annotation.RequestParam;

/** The first screen of a business: what needs a decision, and expected cash. */
@Controller
class DaySheetPage {
    private final Decisions decisions;
    private final ExpectedCash expectedCash;
    private final Checklist checklist;
    private final NightLog nights;
    private final BusinessClock clock;

    DaySheetPage(
            Decisions decisions, ExpectedCash expectedCash, Checklist checklist, NightLog nights, BusinessClock clock) {
        this.decisions = decisions;
        this.expectedCash = expectedCash;
        this.checklist = checklist;
        this.nights = nights;
        this.clock = clock;
    }

    @GetMapping("/day")
    String page(
            Business business,
            @AuthenticationPrincipal SignedIn user,
            @RequestParam(defaultValue = "") String rhythm,
            @RequestAttribute(name = Sheet.OF_REQUEST, required = false) Sheet known,
            Model model) {
        Sheet sheet = sheet(business.id(), user.login(), rhythm.equals("none"), known);
        model.addAttribute("sheet", sheet);
        model.addAttribute("today", clock.today(business.id()));
        nights.last(business.id(), clock.today(business.id())).ifPresent(n -> model.addAttribute("night", n));
        model.addAttribute(
                "drawings", expectedCash.draw(business.id(), clock.today(business.id()), business.currency()));
        model.addAttribute("missing", checklist.stopping(business.id()));
        return "daysheet/page";
    }

    private Sheet sheet(BusinessId business, String login, boolean whole, Sheet known) {
        if (whole) return decisions.whole(business, login);
        return known == null ? decisions.sheet(business, login) : known;
    }
}
