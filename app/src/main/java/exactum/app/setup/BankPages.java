package exactum.app.setup;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.web.TypedForm;
import exactum.core.bank.AccountNumber;
import exactum.core.bank.CreditorIdentifier;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.text.TextKind;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Accounts at banks, how each bank wants debits, and creditor identifiers. */
@Controller
class BankPages {
    private static final int MOST_LEAD = 10;
    private final FindSetup setup;
    private final Banking banking;
    private final Checklist checklist;
    private final BusinessClock clock;

    BankPages(FindSetup setup, Banking banking, Checklist checklist, BusinessClock clock) {
        this.setup = setup;
        this.banking = banking;
        this.checklist = checklist;
        this.clock = clock;
    }

    @GetMapping("/setup/bank")
    String page(Business business, Model model) {
        model.addAttribute("bankAccounts", setup.bankAccounts(business.id()));
        model.addAttribute("creditors", setup.creditors(business.id()));
        model.addAttribute("accounts", setup.accounts(business.id()));
        model.addAttribute("currency", business.currency());
        model.addAttribute("versions", BankAccount.Profile.FILE_VERSIONS);
        model.addAttribute("groupings", BankAccount.Profile.GROUPINGS);
        model.addAttribute("point", checklist.point(business.id(), SetupSection.BANK));
        return "setup/bank";
    }

    /** An account as it is typed for the first time. */
    private record Fresh(
            String name, AccountNumber iban, AccountCode account, Money opening, LocalDate openedOn, String feed) {}

    @PostMapping("/setup/bank-accounts")
    @Needs(Power.SETUP)
    String add(Business business, @RequestParam Map<String, String> fields) {
        Fresh a = TypedForm.read(fields, f -> fresh(f, business));
        banking.addBankAccount(business.id(), a.name(), a.iban(), a.account(), a.opening(), a.openedOn(), a.feed());
        return "redirect:/setup/bank";
    }

    private Fresh fresh(TypedForm f, Business business) {
        Currency currency = f.currency("currency", business.currency());
        String feed = f.text("feedUrl");
        return new Fresh(
                f.required("name", "name", TextKind.NAME),
                f.parsed(
                        "iban",
                        "account number",
                        text -> AccountNumber.of(text, business.identity().country())),
                f.account("account", "account"),
                f.money("opening", "opening balance", currency),
                f.date("openedOn", "first day", clock.today(business.id())),
                feed.isEmpty() ? null : feed);
    }

    @PostMapping("/setup/bank-accounts/{id}")
    @Needs(Power.SETUP)
    String change(
            BusinessId business,
            @PathVariable BankAccountId id,
            @RequestParam int revision,
            @RequestParam Map<String, String> fields) {
        BankAccount before = setup.bankAccount(business, id);
        banking.change(business, TypedForm.read(fields, f -> changed(f, before, revision)));
        return "redirect:/setup/bank";
    }

    private static BankAccount changed(TypedForm f, BankAccount before, int revision) {
        String feed = f.text("feedUrl");
        String bic = f.text("bic", TextKind.CODE);
        if (!bic.matches("([A-Z]{6}[A-Z0-9]{2}([A-Z0-9]{3})?)?"))
            f.refuse("bic", "typed.bic", "“%s” is not a BIC of 8 or 11 characters. Nothing was saved.".formatted(bic));
        int lead = f.text("leadDays").isEmpty() ? before.profile().leadDays() : f.whole("leadDays", 2);
        if (lead < 1 || lead > MOST_LEAD)
            f.refuse("leadDays", "bank.lead", "Between 1 and 10 banking days are possible. Nothing was saved.");
        String debits = f.text("debitUrl");
        String transfers = f.text("transferUrl");
        return new BankAccount(
                before.id(),
                f.required("name", "name", TextKind.NAME),
                before.ending(),
                before.account(),
                before.opening(),
                before.openedOn(),
                feed.isEmpty() ? null : feed,
                before.isFetched(),
                new BankAccount.Profile(
                        bic,
                        f.idOrNone("creditor"),
                        f.oneOf("fileVersion", "file version", BankAccount.Profile.FILE_VERSIONS),
                        f.oneOf("grouping", "grouping", BankAccount.Profile.GROUPINGS),
                        f.has("isBatch"),
                        f.time("cutOff", "cut-off"),
                        f.has("usesFirst"),
                        lead,
                        debits.isEmpty() ? null : debits,
                        transfers.isEmpty() ? null : transfers),
                revision);
    }

    @PostMapping("/setup/bank-accounts/{id}/switch")
    @Needs(Power.SETUP)
    String switchFeed(BusinessId business, @PathVariable BankAccountId id, @RequestParam boolean on) {
        banking.switchFeed(business, id, on);
        return "redirect:/setup/bank";
    }

    @PostMapping("/setup/creditors")
    @Needs(Power.SETUP)
    String addCreditor(BusinessId business, @RequestParam Map<String, String> fields) {
        Creditor c = TypedForm.read(
                fields,
                f -> new Creditor(
                        null,
                        f.parsed("identifier", "creditor identifier", CreditorIdentifier::new),
                        f.required("creditorName", "name", TextKind.NAME)));
        banking.addCreditor(business, c.identifier(), c.name());
        return "redirect:/setup/bank";
    }
}
