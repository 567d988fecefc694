package exactum.app.setup;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.text.TextKind;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The chart of accounts. */
@Controller
class ChartPages {
    private final FindSetup setup;
    private final SetUp save;
    private final Checklist checklist;

    ChartPages(FindSetup setup, SetUp save, Checklist checklist) {
        this.setup = setup;
        this.save = save;
        this.checklist = checklist;
    }

    @GetMapping("/setup/accounts")
    String page(BusinessId business, Model model) {
        model.addAttribute("accounts", setup.accounts(business));
        model.addAttribute("kinds", Account.KINDS);
        model.addAttribute("point", checklist.point(business, SetupSection.ACCOUNTS));
        return "setup/accounts";
    }

    @PostMapping("/setup/accounts")
    @Needs(Power.SETUP)
    String add(BusinessId business, @RequestParam Map<String, String> fields) {
        save.addAccount(
                business,
                TypedForm.read(
                        fields,
                        f -> new Account(
                                f.account("code", "code"),
                                f.required("name", "name", TextKind.NAME),
                                f.oneOf("kind", "kind", Account.KINDS),
                                null)));
        return "redirect:/setup/accounts";
    }

    /** An account's other name. */
    private record Renamed(AccountCode code, String name) {}

    @PostMapping("/setup/accounts/rename")
    @Needs(Power.SETUP)
    String rename(BusinessId business, @RequestParam Map<String, String> fields) {
        Renamed typed = TypedForm.read(
                fields, f -> new Renamed(f.account("code", "code"), f.required("name", "name", TextKind.NAME)));
        save.renameAccount(business, typed.code(), typed.name());
        return "redirect:/setup/accounts";
    }
}
