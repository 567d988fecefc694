package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.clock.BusinessClock;
import exactum.core.bank.Iban;
import exactum.core.document.TaxRate;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.terms.DueRule;
import exactum.core.typed.TypedAmount;
import exactum.core.typed.TypedDate;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The set-up on one page; each section is kept by itself. */
@Controller
class SetupPages {
    private final SetupStore setup;
    private final SetUp keep;
    private final Checklist checklist;
    private final TryProcessor tryProcessor;
    private final BusinessClock clock;

    SetupPages(SetupStore setup, SetUp keep, Checklist checklist, TryProcessor tryProcessor, BusinessClock clock) {
        this.setup = setup;
        this.keep = keep;
        this.checklist = checklist;
        this.tryProcessor = tryProcessor;
        this.clock = clock;
    }

    @GetMapping("/setup")
    String page(Model model) {
        model.addAttribute("business", setup.findBusiness().orElse(null));
        model.addAttribute("checklist", checklist.points());
        model.addAttribute("rates", setup.taxRates().rates());
        model.addAttribute("accounts", setup.accounts());
        model.addAttribute("items", setup.items());
        model.addAttribute("terms", setup.terms());
        model.addAttribute(
                "series",
                setup.findSeries(NumberSeries.INVOICES).orElse(new NumberSeries(NumberSeries.INVOICES, "INV-", 4)));
        model.addAttribute("year", clock.today().getYear());
        model.addAttribute("bankAccounts", setup.bankAccounts());
        model.addAttribute("processors", setup.processors());
        return "setup/page";
    }

    @PostMapping("/setup/identity")
    String identity(@RequestParam Map<String, String> f) {
        keep.keepBusiness(new Business(
                required(f, "legalName", "legal name"),
                required(f, "senderName", "sender name"),
                required(f, "statementName", "name on bank statements"),
                required(f, "address", "address"),
                required(f, "country", "country").toUpperCase(java.util.Locale.ROOT),
                required(f, "taxNumber", "tax number"),
                currency(required(f, "currency", "currency")),
                zone(required(f, "timeZone", "time zone")),
                required(f, "mailFrom", "sender address"),
                colour(f, "brandColour"),
                colour(f, "brandAccent"),
                f.getOrDefault("brandTypeface", "plain"),
                1));
        return "redirect:/setup#identity";
    }

    @PostMapping("/setup/tax-rates")
    String taxRate(@RequestParam Map<String, String> f) {
        keep.addTaxRate(new TaxRate(
                required(f, "code", "code"),
                required(f, "name", "name"),
                TypedAmount.parse(required(f, "percent", "percentage")),
                TypedDate.parse(required(f, "validFrom", "first day"), clock.today()),
                null,
                required(f, "source", "source")));
        return "redirect:/setup#tax";
    }

    @PostMapping("/setup/accounts")
    String account(@RequestParam Map<String, String> f) {
        keep.addAccount(new Account(
                required(f, "code", "code"), required(f, "name", "name"), required(f, "kind", "kind"), null));
        return "redirect:/setup#accounts";
    }

    @PostMapping("/setup/items")
    String item(@RequestParam Map<String, String> f) {
        keep.addItem(
                required(f, "code", "code"),
                required(f, "name", "name"),
                required(f, "unit", "unit"),
                money(f, "price"),
                required(f, "taxCode", "tax rate"),
                required(f, "incomeAccount", "income account"));
        return "redirect:/setup#catalogue";
    }

    @PostMapping("/setup/terms")
    String terms(@RequestParam Map<String, String> f) {
        keep.addTerms(
                required(f, "name", "name"),
                new DueRule(whole(f, "months"), whole(f, "days"), f.containsKey("thenMonthEnd")),
                required(f, "printed", "printed text"),
                f.containsKey("chosen"));
        return "redirect:/setup#terms";
    }

    @PostMapping("/setup/series")
    String series(@RequestParam Map<String, String> f) {
        keep.keepSeries(new NumberSeries(
                NumberSeries.INVOICES, f.getOrDefault("prefix", "").strip(), whole(f, "width")));
        return "redirect:/setup#series";
    }

    @PostMapping("/setup/bank-accounts")
    String bankAccount(@RequestParam Map<String, String> f) {
        String feed = f.getOrDefault("feedUrl", "").strip();
        keep.addBankAccount(
                required(f, "name", "name"),
                new Iban(required(f, "iban", "account number")),
                required(f, "account", "account"),
                money(f, "opening"),
                TypedDate.parse(required(f, "openedOn", "first day"), clock.today()),
                feed.isEmpty() ? null : feed);
        return "redirect:/setup#bank";
    }

    @PostMapping("/setup/processors")
    String processor(@RequestParam Map<String, String> f) {
        String currency = setup.business().currency();
        keep.addProcessor(
                required(f, "name", "name"),
                required(f, "address", "address"),
                required(f, "key", "key"),
                required(f, "signingSecret", "signing secret"),
                currency,
                required(f, "clearing", "clearing account"),
                required(f, "feeAccount", "fee account"),
                new FeeRule(TypedAmount.parse(required(f, "feePercent", "percentage")), money(f, "feeFixed")));
        return "redirect:/setup#processor";
    }

    @PostMapping("/setup/processors/{id}/keys")
    String processorKeys(@PathVariable UUID id, @RequestParam Map<String, String> f) {
        keep.changeProcessorKeys(id, required(f, "key", "key"), required(f, "signingSecret", "signing secret"));
        return "redirect:/setup#processor";
    }

    @PostMapping("/setup/processors/{id}/try")
    String tryIt(@PathVariable UUID id, Model model) {
        model.addAttribute("result", tryProcessor.tryIt(setup.processor(id)));
        return "setup/processors :: tried";
    }

    private Money money(Map<String, String> f, String field) {
        try {
            return Money.of(setup.business().money(), TypedAmount.parse(required(f, field, "amount")));
        } catch (ArithmeticException tooFine) {
            throw new Refusal(
                    "typed.decimals",
                    "“%s” has more decimals than the currency. Nothing was kept.".formatted(f.get(field)));
        }
    }

    private static int whole(Map<String, String> f, String field) {
        String text = f.getOrDefault(field, "").strip();
        if (!text.matches("\\d{1,3}"))
            throw new Refusal("typed.whole", "“%s” is not a whole number. Nothing was kept.".formatted(text));
        return Integer.parseInt(text);
    }

    private static String required(Map<String, String> f, String field, String name) {
        String text = f.getOrDefault(field, "").strip().replace("\r\n", "\n");
        if (text.isEmpty()) throw new Refusal("typed.missing", "The %s is missing. Nothing was kept.".formatted(name));
        return text;
    }

    private static String colour(Map<String, String> f, String field) {
        String text = f.getOrDefault(field, "").strip().toLowerCase(java.util.Locale.ROOT);
        if (!text.matches("#[0-9a-f]{6}"))
            throw new Refusal(
                    "typed.colour", "“%s” is not a colour. Write it like #17405c. Nothing was kept.".formatted(text));
        return text;
    }

    private static String currency(String code) {
        try {
            return Money.ofMinor(code, 0).currency().getCurrencyCode();
        } catch (IllegalArgumentException unknown) {
            throw new Refusal("typed.currency", "“%s” is not a currency. Nothing was kept.".formatted(code));
        }
    }

    private static String zone(String zone) {
        try {
            return java.time.ZoneId.of(zone).getId();
        } catch (java.time.DateTimeException unknown) {
            throw new Refusal(
                    "typed.zone",
                    "“%s” is not a time zone. Write it like Europe/Dublin. Nothing was kept.".formatted(zone));
        }
    }
}
