package exactum.standins.bank;

import exactum.standins.StandinSettings;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.server.ResponseStatusException;

/** The bank's page, and the place where its statement files are fetched. */
@Controller
@RequestMapping("/bank")
class BankPages {
    private final Bank bank;
    private final StandinSettings settings;

    BankPages(Bank bank, StandinSettings settings) {
        this.bank = bank;
        this.settings = settings;
    }

    /** An account as the page shows it. */
    record Shown(String currency, String iban, String balance, List<Bank.Line> waiting, List<Bank.Day> days) {}

    @GetMapping
    String page(Model model) {
        LocalDate today = bank.today();
        model.addAttribute("today", today);
        model.addAttribute(
                "accounts",
                Arrays.stream(BankAccount.values())
                        .map(a -> new Shown(
                                a.currency(),
                                a.iban().printed(),
                                bank.balance(a).withCurrency(),
                                bank.waitingLines(a),
                                bank.newest(a).stream().limit(60).toList()))
                        .toList());
        return "bank";
    }

    /** Money that somebody sends by transfer. */
    @PostMapping("/transfer")
    String transfer(
            @RequestParam(defaultValue = "EUR") String account,
            @RequestParam String from,
            @RequestParam String amount,
            @RequestParam(defaultValue = "") String text,
            @RequestParam(defaultValue = "") String structured,
            @RequestParam(defaultValue = "") String sent) {
        BankAccount to = BankAccount.of(account);
        bank.add(
                to,
                new Bank.Line(
                        to.money(amount).plain(),
                        "TR" + System.nanoTime(),
                        "",
                        from,
                        text,
                        structured,
                        "PMNT/RCDT/ESCT",
                        sent));
        return "redirect:/bank";
    }

    /** Money that leaves the account: a refund, a supplier, an own transfer. */
    @PostMapping("/payment")
    String payment(
            @RequestParam(defaultValue = "EUR") String account,
            @RequestParam String to,
            @RequestParam String amount,
            @RequestParam(defaultValue = "") String text) {
        BankAccount from = BankAccount.of(account);
        bank.add(
                from,
                new Bank.Line(
                        from.money(amount).negated().plain(),
                        "PY" + System.nanoTime(),
                        "",
                        to,
                        text,
                        "",
                        "PMNT/ICDT/ESCT"));
        return "redirect:/bank";
    }

    /** A charge that the bank takes. */
    @PostMapping("/charge")
    String charge(
            @RequestParam(defaultValue = "EUR") String account,
            @RequestParam String amount,
            @RequestParam String text) {
        BankAccount of = BankAccount.of(account);
        bank.add(
                of,
                new Bank.Line(
                        of.money(amount).negated().plain(),
                        "CH" + System.nanoTime(),
                        "",
                        "",
                        text,
                        "",
                        "PMNT/MDOP/CHRG"));
        return "redirect:/bank";
    }

    @GetMapping("/api/account")
    @ResponseBody
    Map<String, String> account(@RequestParam(defaultValue = "EUR") String currency) {
        BankAccount account = BankAccount.of(currency);
        return Map.of(
                "iban",
                account.iban().value(),
                "currency",
                account.currency(),
                "opening",
                account.opening().plain());
    }

    @GetMapping("/api/statements")
    @ResponseBody
    Map<String, Object> statements(@RequestParam String account, @RequestParam(defaultValue = "") String after) {
        BankAccount known = BankAccount.withIban(account);
        if (known == null) return Map.of("statements", List.of());
        return Map.of(
                "statements",
                bank.after(known, after).stream()
                        .map(d -> Map.of(
                                "name",
                                d.reference() + ".xml",
                                "url",
                                settings.address() + "/bank/statements/" + d.reference() + ".xml"))
                        .toList());
    }

    @GetMapping("/statements/{reference}.xml")
    ResponseEntity<byte[]> file(@PathVariable String reference) {
        byte[] content = bank.camt(reference).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, "application/xml")
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + reference + ".xml\"")
                .body(content);
    }
}
