package exactum.standins.bank;

import exactum.core.money.Money;
import exactum.standins.StandinSettings;
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

    @GetMapping
    String page(Model model) {
        model.addAttribute("iban", Bank.account().printed());
        model.addAttribute("balance", bank.balance().withCurrency());
        model.addAttribute("today", bank.today());
        model.addAttribute("waiting", bank.waitingLines());
        model.addAttribute("days", bank.newest().stream().limit(60).toList());
        return "bank";
    }

    /** Money that somebody sends by transfer. */
    @PostMapping("/transfer")
    String transfer(@RequestParam String from, @RequestParam String amount, @RequestParam String text) {
        bank.add(new Bank.Line(
                Money.of(Bank.CURRENCY, amount).plain(), "TR" + System.nanoTime(), "", from, text, "PMNT/RCDT/ESCT"));
        return "redirect:/bank";
    }

    /** A charge that the bank takes. */
    @PostMapping("/charge")
    String charge(@RequestParam String amount, @RequestParam String text) {
        bank.add(new Bank.Line(
                Money.of(Bank.CURRENCY, amount).negated().plain(),
                "CH" + System.nanoTime(),
                "",
                "",
                text,
                "PMNT/MDOP/CHRG"));
        return "redirect:/bank";
    }

    @GetMapping("/api/account")
    @ResponseBody
    Map<String, String> account() {
        return Map.of(
                "iban",
                Bank.account().value(),
                "currency",
                Bank.CURRENCY,
                "opening",
                Bank.openingBalance().plain());
    }

    @GetMapping("/api/statements")
    @ResponseBody
    Map<String, Object> statements(@RequestParam String account, @RequestParam(defaultValue = "") String after) {
        if (!account.equals(Bank.account().value())) return Map.of("statements", List.of());
        return Map.of(
                "statements",
                bank.after(after).stream()
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
