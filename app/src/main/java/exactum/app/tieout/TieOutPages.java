package exactum.app.tieout;

import exactum.app.clock.BusinessClock;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The tie-out of all accounts. */
@Controller
class TieOutPages {
    private final AccountTieOuts tieOuts;
    private final BusinessClock clock;

    TieOutPages(AccountTieOuts tieOuts, BusinessClock clock) {
        this.tieOuts = tieOuts;
        this.clock = clock;
    }

    @GetMapping("/tie-out")
    String page(Model model) {
        model.addAttribute("accounts", tieOuts.all(clock.today()));
        return "tieout/page";
    }
}
