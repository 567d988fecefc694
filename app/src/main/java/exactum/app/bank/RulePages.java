package exactum.app.bank;

import exactum.app.business.FindBusinesses;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.setup.FindSetup;
import exactum.app.setup.FreeAccounts;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.matching.StandingRule;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Pattern;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Standing rules: the list in their order, a new one tried over past lines, and how the business matches. */
@Controller
class RulePages {
    private static final int TRIED = 40;
    private static final int OFFERED = 10;
    private final StandingRules rules;
    private final MatchSettings settings;
    private final FindBankLines lines;
    private final FindSetup setup;
    private final FreeAccounts accounts;
    private final FindBusinesses businesses;

    RulePages(
            StandingRules rules,
            MatchSettings settings,
            FindBankLines lines,
            FindSetup setup,
            FreeAccounts accounts,
            FindBusinesses businesses) {
        this.rules = rules;
        this.settings = settings;
        this.lines = lines;
        this.setup = setup;
        this.accounts = accounts;
        this.businesses = businesses;
    }

    @GetMapping("/matching-rules")
    String list(BusinessId business, Model model) {
        model.addAttribute("rules", rules.inForce(business));
        model.addAttribute("retired", rules.retired(business));
        model.addAttribute("offers", rules.offers(business, OFFERED));
        model.addAttribute("setting", settings.of(business));
        return "bank/rules";
    }

    @PostMapping("/matching-rules/setting")
    @Needs(Power.MATCHING)
    String setting(BusinessId business, @RequestParam Map<String, String> fields) {
        Currency currency = businesses.get(business).currency();
        settings.change(
                business,
                TypedForm.read(
                        fields,
                        f -> new MatchSettings.Setting(
                                fields.containsKey("byItself"),
                                fields.getOrDefault("letGo", "").isBlank()
                                        ? Money.zero(currency)
                                        : f.money("letGo", "amount that may be missing", currency))));
        return "redirect:/matching-rules";
    }

    /** A rule as it would be kept, tried over past lines; filled in from a line where one is named. */
    @GetMapping("/matching-rules/new")
    String fresh(BusinessId business, @RequestParam Map<String, String> asked, Model model) {
        Map<String, String> fields = new HashMap<>(asked);
        if (asked.containsKey("line")) fillIn(business, asked, fields);
        form(business, fields, model);
        return "bank/rule";
    }

    private void fillIn(BusinessId business, Map<String, String> asked, Map<String, String> fields) {
        BankLine line =
                lines.find(business, BankLineId.valueOf(asked.get("line"))).orElseThrow(NotHere::new);
        String who = line.said().counterparty();
        String words = who.isEmpty() ? firstWords(line.said().remittance()) : "";
        fields.put("way", line.amount().isPositive() ? "in" : "out");
        fields.put("counterparty", who);
        fields.put("words", words);
        fields.put("name", who.isEmpty() ? words : who);
        fields.putIfAbsent("account", "");
    }

    /** What stands before the first figure, two words at the most: months and numbers change. */
    private static String firstWords(String text) {
        var words = Pattern.compile("^\\s*([^\\s0-9]+(\\s+[^\\s0-9]+)?)").matcher(text);
        return words.find() ? words.group(1) : "";
    }

    /** Each change is tried on past lines at once. */
    @PostMapping("/matching-rules/tried")
    @Needs(Power.MATCHING)
    String tried(BusinessId business, @RequestParam Map<String, String> fields, Model model) {
        form(business, fields, model);
        return "bank/rule :: tried";
    }

    private void form(BusinessId business, Map<String, String> fields, Model model) {
        model.addAttribute("fields", fields);
        model.addAttribute("accounts", accounts.forLines(business));
        model.addAttribute("banks", setup.bankAccounts(business));
        try {
            StandingRule.When when = when(business, fields);
            model.addAttribute(
                    "tried", when.isTelling() ? rules.tried(business, when, account(fields), TRIED) : List.of());
        } catch (Refusal notYet) {
            model.addAttribute("problem", notYet.sentence());
        }
    }

    private StandingRule.When when(BusinessId business, Map<String, String> fields) {
        return TypedForm.read(fields, f -> {
            String bank = fields.getOrDefault("bank", "");
            Currency currency = bank.isEmpty()
                    ? businesses.get(business).currency()
                    : setup.bankAccount(business, BankAccountId.valueOf(bank))
                            .opening()
                            .currency();
            return new StandingRule.When(
                    bank.isEmpty() ? null : BankAccountId.valueOf(bank),
                    fields.getOrDefault("way", "out").equals("in"),
                    f.text("counterparty", TextKind.NAME),
                    f.text("words", TextKind.NAME),
                    money(f, fields, "least", currency),
                    money(f, fields, "most", currency));
        });
    }

    private static Money money(TypedForm f, Map<String, String> fields, String name, Currency currency) {
        return fields.getOrDefault(name, "").isBlank() ? null : f.money(name, "amount", currency);
    }

    private static AccountCode account(Map<String, String> fields) {
        String account = fields.getOrDefault("account", "");
        if (account.isEmpty())
            throw new Refusal("rule.account", "Choose the account that such lines are booked to. Nothing was saved.")
                    .at("account");
        return AccountCode.valueOf(account);
    }

    @PostMapping("/matching-rules")
    @Needs(Power.MATCHING)
    String keep(BusinessId business, @RequestParam Map<String, String> fields) {
        StandingRule.When when = when(business, fields);
        String name = TypedForm.read(fields, f -> f.required("name", "name"));
        Money like = when.least() != null ? when.least() : when.most();
        String currency = like != null
                ? like.currency().getCurrencyCode()
                : businesses.get(business).currency().getCurrencyCode();
        rules.keep(business, name, when, account(fields), currency);
        return "redirect:/matching-rules";
    }

    @PostMapping("/matching-rules/{id}/earlier")
    @Needs(Power.MATCHING)
    String earlier(BusinessId business, @PathVariable UUID id) {
        rules.before(business, id);
        return "redirect:/matching-rules";
    }

    @PostMapping("/matching-rules/{id}/retire")
    @Needs(Power.MATCHING)
    String retire(BusinessId business, @PathVariable UUID id) {
        rules.retire(business, id);
        return "redirect:/matching-rules";
    }
}
