package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.installation.BusinessClock;
import exactum.app.web.TypedForm;
import exactum.core.bank.Iban;
import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.ids.ProcessorId;
import exactum.core.ledger.AccountRole;
import exactum.core.ledger.Accounts;
import exactum.core.money.FeeRule;
import exactum.core.terms.DueRule;
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
    String identity(Business business, @RequestParam Map<String, String> f) {
        save.changeBusiness(BusinessForm.changed(new TypedForm(f), business));
        return "redirect:/setup#identity";
    }

    @PostMapping("/setup/tax-rates")
    String taxRate(Business business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        save.addTaxRate(
                business.id(),
                new TaxRate(
                        f.required("code", "code"),
                        TaxCategory.of(f.text("category", "S")),
                        f.required("name", "name"),
                        f.number("percent", "percentage"),
                        f.date("validFrom", "first day", clock.today(business.id())),
                        null,
                        f.required("source", "source")));
        return "redirect:/setup#tax";
    }

    @PostMapping("/setup/accounts")
    String account(Business business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        save.addAccount(
                business.id(),
                new Account(f.account("code", "code"), f.required("name", "name"), f.required("kind", "kind"), null));
        return "redirect:/setup#accounts";
    }

    @PostMapping("/setup/items")
    String item(Business business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        save.addItem(
                business.id(),
                f.required("code", "code"),
                f.required("name", "name"),
                f.required("unit", "unit"),
                f.price("price", "price", business.currency()),
                f.required("taxCode", "tax rate"),
                f.account("incomeAccount", "income account"));
        return "redirect:/setup#catalogue";
    }

    @PostMapping("/setup/terms")
    String terms(Business business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        save.addTerms(
                business.id(),
                f.required("name", "name"),
                new DueRule(f.whole("months"), f.whole("days"), f.has("thenMonthEnd")),
                f.required("printed", "printed text"),
                f.has("chosen"));
        return "redirect:/setup#terms";
    }

    @PostMapping("/setup/series")
    String series(Business business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        save.saveSeries(business.id(), new NumberSeries(NumberSeries.INVOICES, f.text("prefix"), f.whole("width")));
        return "redirect:/setup#series";
    }

    @PostMapping("/setup/bank-accounts")
    String bankAccount(Business business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        String feed = f.text("feedUrl");
        save.addBankAccount(
                business.id(),
                f.required("name", "name"),
                new Iban(f.required("iban", "account number")),
                f.account("account", "account"),
                f.money("opening", "opening balance", business.currency()),
                f.date("openedOn", "first day", clock.today(business.id())),
                feed.isEmpty() ? null : feed);
        return "redirect:/setup#bank";
    }

    @PostMapping("/setup/processors")
    String processor(Business business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        var accounts = new Accounts(setup.accounts(business.id()).stream()
                .filter(a -> a.role() != null)
                .collect(java.util.stream.Collectors.toMap(Account::role, Account::code)));
        save.addProcessor(
                business.id(),
                f.required("name", "name"),
                new ProcessorAccount.Access(
                        f.required("address", "address"),
                        f.required("key", "key"),
                        f.required("signingSecret", "signing secret")),
                business.currency(),
                new ProcessorAccount.Booking(
                        f.account("clearing", "clearing account"),
                        f.account("feeAccount", "fee account"),
                        accounts.of(AccountRole.PAYOUTS)),
                new FeeRule(
                        f.number("feePercent", "percentage"), f.money("feeFixed", "fee a sale", business.currency())));
        return "redirect:/setup#processor";
    }

    @PostMapping("/setup/processors/{id}/keys")
    String processorKeys(Business business, @PathVariable ProcessorId id, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        save.changeProcessorKeys(
                business.id(), id, f.required("key", "key"), f.required("signingSecret", "signing secret"));
        return "redirect:/setup#processor";
    }

    @PostMapping("/setup/processors/{id}/try")
    String tryIt(Business business, @PathVariable ProcessorId id, Model model) {
        model.addAttribute("result", tryProcessor.tryIt(setup.processor(business.id(), id)));
        return "setup/processors :: tried";
    }
}
