package exactum.app.daysheet;

import exactum.app.installation.BusinessClock;
import exactum.core.ids.BusinessId;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What ran in a night, step by step. */
@Controller
class NightPages {
    private final NightLog nights;
    private final BusinessClock clock;

    NightPages(NightLog nights, BusinessClock clock) {
        this.nights = nights;
        this.clock = clock;
    }

    @GetMapping("/day/night")
    String night(BusinessId business, @RequestParam(required = false) LocalDate day, Model model) {
        LocalDate today = clock.today(business);
        LocalDate shown = day == null
                ? nights.last(business, today).map(NightLog.Night::day).orElse(today)
                : day;
        model.addAttribute("day", shown);
        model.addAttribute("isLast", !shown.isBefore(today));
        model.addAttribute(
                "ran", nights.of(business, shown).map(NightLog.Night::ran).orElse(List.of()));
        return "daysheet/night";
    }
}
