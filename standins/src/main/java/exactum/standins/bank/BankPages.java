package exactum.standins.bank;

import exactum.standins.StandinSettings;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.server.ResponseStatusException;

/** The bank's page, and the place where its statement files are fetched. */
@Controller
@RequestMapping("/bank")
class BankPages {
    private final Bank bank;
    private final DebitOffice debits;
    private final TransferOffice transfers;
    private final StandinSettings settings;

    BankPages(Bank bank, DebitOffice debits, TransferOffice transfers, StandinSettings settings) {
        this.transfers = transfers;
        this.bank = bank;
        this.debits = debits;
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
        model.addAttribute(
                "notices",
                bank.newest(BankAccount.EUR).stream()
                        .filter(Bank::hasReturns)
                        .map(Bank.Day::reference)
                        .limit(30)
                        .toList());
        model.addAttribute(
                "reports",
                debits.reports().stream()
                        .map(DebitOffice.Report::reference)
                        .sorted(Comparator.reverseOrder())
                        .limit(30)
                        .toList());
        model.addAttribute("files", debits.newest().stream().limit(30).toList());
        return "bank";
    }

    /** Every debit of an account fares so from now on. */
    @PostMapping("/fate")
    String fate(
            @RequestParam String iban,
            @RequestParam(defaultValue = Fate.RETURN) String kind,
            @RequestParam(defaultValue = "AM04") String reason,
            @RequestParam(defaultValue = "2") int after,
            @RequestParam(defaultValue = "1") int times,
            @RequestParam(defaultValue = "false") boolean feeInside) {
        debits.choose(
                iban.replaceAll("\\s", "").toUpperCase(Locale.ROOT), new Fate(kind, reason, after, times, feeInside));
        return "redirect:/bank";
    }

    /** So many of a thousand debits come back by chance. */
    @PostMapping("/chance")
    String chance(@RequestParam long seed, @RequestParam int permille) {
        debits.chance(seed, permille);
        return "redirect:/bank";
    }

    /** One that was settled, however long ago, comes back when the day closes. */
    @PostMapping("/give-back")
    String giveBack(@RequestParam String endToEnd, @RequestParam String reason) {
        if (!debits.giveBack(endToEnd, reason)) throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        return "redirect:/bank";
    }

    /** A file of direct debits. */
    @PostMapping("/api/debits")
    @ResponseBody
    DebitOffice.Answer debits(@RequestBody byte[] content) {
        return debits.take(content);
    }

    /** A file of transfers. */
    @PostMapping("/api/transfers")
    @ResponseBody
    DebitOffice.Answer transfers(@RequestBody byte[] content) {
        return transfers.take(content);
    }

    /** An account elsewhere is closed: transfers to it come back. */
    @PostMapping("/close-account")
    String closeAccount(@RequestParam String iban) {
        transfers.close(iban.replaceAll("\\s", "").toUpperCase(Locale.ROOT));
        return "redirect:/bank";
    }

    @PostMapping("/api/debits/{reference}/withdraw")
    @ResponseBody
    DebitOffice.Answer withdraw(@PathVariable String reference) {
        return debits.withdraw(reference);
    }

    @GetMapping("/api/debits/reports")
    @ResponseBody
    Map<String, Object> reports(@RequestParam String account) {
        return Map.of(
                "reports",
                debits.reports().stream()
                        .filter(r -> r.account().equals(account))
                        .map(r -> Map.of(
                                "name",
                                r.reference() + ".xml",
                                "url",
                                settings.address() + "/bank/reports/" + r.reference() + ".xml"))
                        .toList());
    }

    @GetMapping("/reports/{reference}.xml")
    ResponseEntity<byte[]> report(@PathVariable String reference) {
        DebitOffice.Report report =
                debits.report(reference).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, "application/xml")
                .body(report.xml().getBytes(StandardCharsets.UTF_8));
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

    /** A cheque that was banked comes back, with what the bank takes for it on the same line. */
    @PostMapping("/return-cheque")
    String returnCheque(
            @RequestParam(defaultValue = "EUR") String account,
            @RequestParam String amount,
            @RequestParam(defaultValue = "0.00") String fee,
            @RequestParam String text) {
        BankAccount of = BankAccount.of(account);
        bank.add(
                of,
                new Bank.Line(
                        of.money(amount).plus(of.money(fee)).negated().plain(),
                        "RQ" + System.nanoTime(),
                        "",
                        "",
                        text,
                        "",
                        "PMNT/RCHQ/UPCQ"));
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
        List<Bank.Day> days = known == null ? List.of() : bank.after(known, after);
        return Map.of(
                "statements",
                days.stream().map(d -> offered(d.reference(), "statements")).toList(),
                "notices",
                days.stream()
                        .filter(Bank::hasReturns)
                        .map(d -> offered(d.reference(), "notices"))
                        .toList());
    }

    private Map<String, String> offered(String reference, String kind) {
        return Map.of(
                "name", reference + ".xml", "url", "%s/bank/%s/%s.xml".formatted(settings.address(), kind, reference));
    }

    /** What came back on a day, as a notice (camt.054). */
    @GetMapping("/notices/{reference}.xml")
    ResponseEntity<byte[]> notice(@PathVariable String reference) {
        byte[] content = bank.notice(reference).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, "application/xml")
                .body(content);
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
