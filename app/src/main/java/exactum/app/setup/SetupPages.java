package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.web.TypedForm;
import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import exactum.core.money.FeeRule;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.terms.DueRule;
import exactum.core.text.TextKind;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The set-up on one page; each section is saved by itself. */
@Controller
class SetupPages {
    private final FindSetup setup;
    private final SetUp save;
    private final Checklist checklist;
    private final TryProcessor tryProcessor;
    private final BusinessClock clock;

    SetupPages(FindSetup setup, SetUp save, Checklist checklist, TryProcessor tryProcessor, BusinessClock clock) {
        this.setup = setup;
        this.save = save;
        this.checklist = checklist;
        this.tryProcessor = tryProcessor;
        this.clock = clock;
    }

    @GetMapping("/setup")
    String page(Business business, Model model) {
        model.addAttribute("business", business);
        model.addAttribute("checklist", checklist.points(business.id()));
        model.addAttribute("rates", setup.taxRates(business.id()).rates());
        model.addAttribute("accounts", setup.accounts(business.id()));
        model.addAttribute("items", setup.items(business.id()));
        model.addAttribute("terms", setup.terms(business.id()));
        model.addAttribute(
                "series", setup.series(business.id(), NumberSeries.INVOICES).orElseThrow());
        model.addAttribute("year", clock.today(business.id()).getYear());
        model.addAttribute("bankAccounts", setup.bankAccounts(business.id()));
        model.addAttribute("processors", setup.processors(business.id()));
        return "setup/page";
    }

    @PostMapping("/setup/identity")
    @Needs(Power.SETUP)
    String identity(Business business, @RequestParam Map<String, String> f) {
        save.changeBusiness(BusinessForm.changed(new TypedForm(f), business));
        return "redirect:/setup#identity";
    }

    @PostMapping("/setup/tax-rates")
    @Needs(Power.SETUP)
    String taxRate(Business business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        save.addTaxRate(
                business.id(),
                new TaxRate(
                        f.required("code", "code", TextKind.CODE),
                        TaxCategory.of(f.text("category", "S")),
                        f.required("name", "name", TextKind.NAME),
                        f.percent("percent", "percentage"),
                        f.date("validFrom", "first day", clock.today(business.id())),
                        null,
                        f.required("source", "source", TextKind.NAME)));
        return "redirect:/setup#tax";
    }

    @PostMapping("/setup/accounts")
    @Needs(Power.SETUP)
    String account(Business business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        save.addAccount(
                business.id(),
                new Account(
                        f.account("code", "code"),
                        f.required("name", "name", TextKind.NAME),
                        f.oneOf("kind", "kind", Account.KINDS),
                        null));
        return "redirect:/setup#accounts";
    }

    @PostMapping("/setup/items")
    @Needs(Power.CATALOGUE)
    String item(Business business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        save.addItem(
                business.id(),
                f.required("code", "code", TextKind.CODE),
                f.required("name", "name", TextKind.NAME),
                f.required("unit", "unit", TextKind.CODE),
                f.price("price", "price", business.currency()),
                f.required("taxCode", "tax rate", TextKind.CODE),
                f.account("incomeAccount", "income account"));
        return "redirect:/setup#catalogue";
    }

    @PostMapping("/setup/terms")
    @Needs(Power.SETUP)
    String terms(Business business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        save.addTerms(
                business.id(),
                f.required("name", "name", TextKind.NAME),
                new DueRule(f.whole("months"), f.whole("days"), f.has("thenMonthEnd")),
                f.required("printed", "printed text"),
                f.has("chosen"));
        return "redirect:/setup#terms";
    }

    @PostMapping("/setup/series")
    @Needs(Power.SETUP)
    String series(Business business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        save.saveSeries(business.id(), new NumberSeries(NumberSeries.INVOICES, f.text("prefix"), f.whole("width")));
        return "redirect:/setup#series";
    }

    @PostMapping("/setup/bank-accounts")
    @Needs(Power.SETUP)
    String bankAccount(Business business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        String feed = f.text("feedUrl");
        save.addBankAccount(
                business.id(),
                f.required("name", "name", TextKind.NAME),
                f.iban("iban"),
                f.account("account", "account"),
                f.money("opening", "opening balance", business.currency()),
                f.date("openedOn", "first day", clock.today(business.id())),
                feed.isEmpty() ? null : feed);
        return "redirect:/setup#bank";
    }

    @PostMapping("/setup/processors")
    @Needs(Power.SETUP)
    String processor(Business business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        var accounts = new Accounts(setup.accounts(business.id()).stream()
                .filter(a -> a.role() != null)
                .collect(java.util.stream.Collectors.toMap(Account::role, Account::code)));
        save.addProcessor(
                business.id(),
                f.required("name", "name", TextKind.NAME),
                new ProcessorAccount.Access(
                        f.required("address", "address"),
                        f.required("key", "key", TextKind.SECRET),
                        f.required("signingSecret", "signing secret", TextKind.SECRET)),
                business.currency(),
                new ProcessorAccount.Booking(
                        f.account("clearing", "clearing account"),
                        f.account("feeAccount", "fee account"),
                        accounts.of(AccountRole.PAYOUTS)),
                new FeeRule(
                        f.percent("feePercent", "percentage"),
                        notNegative(f.money("feeFixed", "fee a sale", business.currency()))));
        return "redirect:/setup#processor";
    }

    private static Money notNegative(Money fee) {
        if (fee.isNegative())
            throw new Refusal("typed.negative", "A fee is zero or more. Nothing was saved.").at("feeFixed");
        return fee;
    }

    @PostMapping("/setup/processors/{id}/keys")
    @Needs(Power.SETUP)
    String processorKeys(Business business, @PathVariable ProcessorId id, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        save.changeProcessorKeys(
                business.id(),
                id,
                f.required("key", "key", TextKind.SECRET),
                f.required("signingSecret", "signing secret", TextKind.SECRET));
        return "redirect:/setup#processor";
    }

    @PostMapping("/setup/processors/{id}/switch")
    @Needs(Power.SETUP)
    String switchProcessor(BusinessId business, @PathVariable ProcessorId id, @RequestParam boolean on) {
        save.switchProcessor(business, id, on);
        return "redirect:/setup#processor";
    }

    @PostMapping("/setup/bank-accounts/{id}/switch")
    @Needs(Power.SETUP)
    String switchFeed(BusinessId business, @PathVariable BankAccountId id, @RequestParam boolean on) {
        save.switchFeed(business, id, on);
        return "redirect:/setup#bank";
    }

    @PostMapping("/setup/processors/{id}/try")
    @Needs(Power.SETUP)
    String tryIt(Business business, @PathVariable ProcessorId id, Model model) {
        model.addAttribute("result", tryProcessor.tryIt(setup.processor(business.id(), id)));
        return "setup/processors :: tried";
    }
}
