package exactum.app.catalogue;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactum.core.text.TextKind;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Named discounts. */
@Controller
class DiscountPages {
    private final Discounts discounts;
    private final BusinessClock clock;

    DiscountPages(Discounts discounts, BusinessClock clock) {
        this.discounts = discounts;
        this.clock = clock;
    }

    /** A discount and how it stands today. */
    record Shown(Discount discount, String state) {}

    @GetMapping("/catalogue/discounts")
    String list(Business business, Model model) {
        LocalDate today = clock.today(business.id());
        model.addAttribute(
                "discounts",
                discounts.all(business.id()).stream()
                        .map(d -> new Shown(
                                d, d.isValidOn(today) ? "holds" : d.validFrom().isAfter(today) ? "to come" : "over"))
                        .toList());
        model.addAttribute("currency", business.currency());
        model.addAttribute("today", today);
        return "catalogue/discounts";
    }

    @PostMapping("/catalogue/discounts")
    @Needs(Power.CATALOGUE)
    String add(Business business, @RequestParam Map<String, String> fields) {
        discounts.add(business.id(), TypedForm.read(fields, f -> typed(f, business)));
        return "redirect:/catalogue/discounts";
    }

    private Discount typed(TypedForm f, Business business) {
        LocalDate today = clock.today(business.id());
        boolean byPercent = f.raw("amount").isBlank();
        BigDecimal percent = byPercent ? f.percent("percent", "percentage") : null;
        Money amount = byPercent ? null : f.money("amount", "amount", business.currency());
        if (!byPercent && !f.raw("percent").isBlank())
            f.refuse("amount", "discount.both", "A discount is a percentage or an amount. Nothing was saved.");
        if (byPercent && percent.signum() == 0 || !byPercent && !amount.isPositive())
            f.refuse(
                    byPercent ? "percent" : "amount",
                    "discount.nothing",
                    "A discount is more than nothing. Nothing was saved.");
        LocalDate from = f.date("validFrom", "first day", today);
        LocalDate last = f.dateOrNone("lastDay", "last day", today);
        if (last != null && last.isBefore(from))
            f.refuse("lastDay", "typed.days", "The last day is before the first. Nothing was saved.");
        return new Discount(
                Ids.next(),
                f.required("name", "name", TextKind.NAME),
                percent,
                amount,
                from,
                last == null ? null : last.plusDays(1));
    }

    @PostMapping("/catalogue/discounts/{id}/end")
    @Needs(Power.CATALOGUE)
    String end(BusinessId business, @PathVariable UUID id) {
        discounts.end(business, id);
        return "redirect:/catalogue/discounts";
    }
}
