package exactum.app.frame;

import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import java.math.BigDecimal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** One page that shows all shared parts. */
@Controller
class PartsPage {
    @GetMapping("/parts")
    String parts(Model model) {
        model.addAttribute(
                "working",
                new FeeRule(new BigDecimal("2.4"), Money.of("EUR", "0.25"))
                        .on(Money.of("EUR", "80.00"))
                        .working());
        return "frame/parts-page";
    }
}
