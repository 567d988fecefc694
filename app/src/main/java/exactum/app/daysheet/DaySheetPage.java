package exactum.app.daysheet;

import exactum.app.clock.BusinessClock;
import exactum.app.setup.Checklist;
import exactum.app.setup.SetupStore;
import exactum.app.text.Texts;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The first screen: the cash course and what needs a decision. */
@Controller
class DaySheetPage {
    private final Decisions decisions;
    private final CashCourse cashCourse;
    private final SetupStore setup;
    private final Checklist checklist;
    private final BusinessClock clock;

    DaySheetPage(
            Decisions decisions, CashCourse cashCourse, SetupStore setup, Checklist checklist, BusinessClock clock) {
        this.decisions = decisions;
        this.cashCourse = cashCourse;
        this.setup = setup;
        this.checklist = checklist;
        this.clock = clock;
    }

    /** A station's decisions with their sum. */
    record Group(String station, String about, String sum, List<Decision> decisions) {}

    @GetMapping("/")
    String page(Model model) {
        String currency = setup.findBusiness().map(b -> b.currency()).orElse("EUR");
        Map<String, List<Decision>> all = decisions.byStation();
        long sum = all.values().stream()
                .flatMap(List::stream)
                .mapToLong(d -> Math.abs(d.amountMinor()))
                .sum();
        model.addAttribute(
                "groups",
                all.entrySet().stream()
                        .map(e -> group(e.getKey(), e.getValue(), currency))
                        .toList());
        model.addAttribute("count", all.values().stream().mapToInt(List::size).sum());
        model.addAttribute("sum", Texts.money(currency, sum));
        model.addAttribute("course", cashCourse.draw(clock.today(), currency));
        model.addAttribute("currencySign", exactum.core.money.Money.sign(java.util.Currency.getInstance(currency)));
        model.addAttribute(
                "missing", checklist.points().stream().filter(p -> !p.done()).toList());
        return "daysheet/page";
    }

    private static Group group(String station, List<Decision> decisions, String currency) {
        String about = switch (station) {
            case "Agree" -> "promises that cannot be kept yet";
            case "Bill" -> "to be made and sent";
            case "Collect" -> "late";
            default -> "money that is not at rest";
        };
        return new Group(
                station,
                about,
                Texts.money(
                        currency,
                        decisions.stream()
                                .mapToLong(d -> Math.abs(d.amountMinor()))
                                .sum()),
                decisions);
    }
}
