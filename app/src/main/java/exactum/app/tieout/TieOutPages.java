package exactum.app.tieout;

import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.typed.TypedDate;
import java.time.LocalDate;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** The tie-out of all accounts as of a day. */
@Controller
class TieOutPages {
    private final AccountTieOuts tieOuts;
    private final BusinessClock clock;

    TieOutPages(AccountTieOuts tieOuts, BusinessClock clock) {
        this.tieOuts = tieOuts;
        this.clock = clock;
    }

    @GetMapping("/tie-out")
    String page(BusinessId business, @RequestParam(defaultValue = "") String on, Model model) {
        LocalDate today = clock.today(business);
        LocalDate asOf = on.isBlank() ? today : TypedDate.parse(on, today);
        model.addAttribute("accounts", tieOuts.all(business, asOf));
        model.addAttribute("asOf", Texts.day(asOf));
        return "tieout/page";
    }

    /** One account with all that stands on it. */
    @GetMapping("/tie-out/{account}/{currency}")
    String account(
            BusinessId business,
            @PathVariable String account,
            @PathVariable String currency,
            @RequestParam(defaultValue = "") String on,
            Model model) {
        LocalDate today = clock.today(business);
        LocalDate asOf = on.isBlank() ? today : TypedDate.parse(on, today);
        model.addAttribute("t", tieOuts.one(business, account, currency, asOf).orElseThrow(NotHere::new));
        model.addAttribute("asOf", Texts.day(asOf));
        return "tieout/account";
    }

    /** The bank accounts as they stand today, for pages on which their lines are worked down. */
    @GetMapping("/tie-out/banks")
    String banks(BusinessId business, Model model) {
        LocalDate today = clock.today(business);
        model.addAttribute("accounts", tieOuts.ofBanks(business, today));
        model.addAttribute("asOf", Texts.day(today));
        return "tieout/page :: banks";
    }
}
