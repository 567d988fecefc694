package exactum.app.daysheet;

import exactum.app.business.Business;
import exactum.app.installation.BusinessClock;
import exactum.app.security.SignedIn;
import exactum.app.setup.Checklist;
import exactum.core.money.Money;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestAttribute;

/** The first screen of a business: what needs a decision, and expected cash. */
@Controller
class DaySheetPage {
    private final Decisions decisions;
    private final ExpectedCash expectedCash;
    private final Checklist checklist;
    private final BusinessClock clock;

    DaySheetPage(Decisions decisions, ExpectedCash expectedCash, Checklist checklist, BusinessClock clock) {
        this.decisions = decisions;
        this.expectedCash = expectedCash;
        this.checklist = checklist;
        this.clock = clock;
    }

    @GetMapping("/day")
    String page(
            Business business,
            @AuthenticationPrincipal SignedIn user,
            @RequestAttribute(name = Decisions.Sheet.OF_REQUEST, required = false) Decisions.Sheet known,
            Model model) {
        Decisions.Sheet sheet = known == null ? decisions.sheet(business.id(), user.login()) : known;
        List<Decisions.Group> groups = sheet.groups();
        model.addAttribute("sheet", sheet);
        List<Money> sums = Sums.byCurrency(Stream.concat(
                        groups.stream().flatMap(g -> g.sums().stream()),
                        sheet.mine().stream()
                                .map(Decision::amount)
                                .filter(Objects::nonNull)
                                .map(Money::abs))
                .toList());
        model.addAttribute("groups", groups);
        model.addAttribute(
                "count",
                sheet.mine().size()
                        + groups.stream().mapToInt(Decisions.Group::count).sum());
        model.addAttribute("sum", Sums.text(sums));
        model.addAttribute(
                "drawings", expectedCash.draw(business.id(), clock.today(business.id()), business.currency()));
        model.addAttribute("missing", checklist.stopping(business.id()));
        return "daysheet/page";
    }
}
