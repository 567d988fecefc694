package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.database.Slice;
import exactum.app.installation.BusinessClock;
import exactum.app.web.FileName;
import exactum.app.web.Pager;
import exactum.app.web.TypedForm;
import exactum.core.money.ExchangeRate;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import exactum.core.typed.TypedAmount;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** What other currencies are worth in the business's own, by day. */
@Controller
class RatePages {
    private static final int DECIMALS = 8;
    private final RateStore rates;
    private final SetUp save;
    private final ImportRates imports;
    private final Checklist checklist;
    private final BusinessClock clock;

    RatePages(RateStore rates, SetUp save, ImportRates imports, Checklist checklist, BusinessClock clock) {
        this.rates = rates;
        this.save = save;
        this.imports = imports;
        this.checklist = checklist;
        this.clock = clock;
    }

    @GetMapping("/setup/rates")
    String page(Business business, @RequestParam(defaultValue = "1") int from, Model model) {
        Slice slice = Slice.page(from);
        var shown = rates.list(business.id(), business.currency(), slice);
        model.addAttribute("rates", shown);
        model.addAttribute("pager", Pager.of(slice, shown.size(), rates.count(business.id())));
        model.addAttribute("currency", business.currency());
        model.addAttribute("point", checklist.point(business.id(), SetupSection.RATES));
        return "setup/rates";
    }

    @PostMapping("/setup/rates")
    @Needs(Power.SETUP)
    String add(Business business, @RequestParam Map<String, String> fields) {
        save.saveRate(business.id(), TypedForm.read(fields, f -> typed(f, business)));
        return "redirect:/setup/rates";
    }

    @PostMapping("/setup/rates/file")
    @Needs(Power.SETUP)
    String file(Business business, @RequestParam MultipartFile file) throws IOException {
        imports.take(business, FileName.of(file), file.getInputStream());
        return "redirect:/setup/rates";
    }

    private ExchangeRate typed(TypedForm f, Business business) {
        BigDecimal perUnit = f.parsed("perUnit", "rate", RatePages::rate);
        if (f.raw("currency").strip().equalsIgnoreCase(business.currency().getCurrencyCode()))
            f.refuse("currency", "typed.own", "This is our own currency. Nothing was saved.");
        return new ExchangeRate(
                f.currency("currency"),
                business.currency(),
                perUnit == null ? BigDecimal.ONE : perUnit,
                f.date("day", "day", clock.today(business.id())),
                f.required("source", "source", TextKind.NAME));
    }

    private static BigDecimal rate(String typed) {
        BigDecimal rate = TypedAmount.parse(typed);
        boolean good = rate.signum() > 0
                && rate.compareTo(BigDecimal.valueOf(1_000_000)) < 0
                && rate.stripTrailingZeros().scale() <= DECIMALS;
        if (good) return rate;
        throw new Refusal(
                "typed.rate",
                "A rate is more than zero and less than a million, with at most eight decimals. Nothing was saved.");
    }
}
