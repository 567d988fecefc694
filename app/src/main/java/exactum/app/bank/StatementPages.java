package exactum.app.bank;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.BankAccount;
import exactum.app.setup.FindSetup;
import exactum.app.web.FileName;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.bank.Statement;
import exactum.core.bank.StatementChain;
import exactum.core.bank.StatementLine;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.StatementId;
import exactum.core.money.Money;
import exactum.core.text.TextKind;
import exactum.formats.FormatGuess;
import exactum.formats.camt.Camt053Writer;
import exactum.formats.csv.StatementCsvOut;
import exactum.formats.mt940.Mt940Writer;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.http.ContentDisposition;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Statements: the list with its gaps, importing, typing a line, and one with its lines. */
@Controller
class StatementPages {
    private static final int SHOWN = 300;
    private static final int NOTICES = 10;
    private final FindStatements statements;
    private final BankNoticeStore notices;
    private final FindBankLines lines;
    private final ImportStatements imports;
    private final ImportStatementCsv csv;
    private final FindSetup setup;
    private final BusinessClock clock;
    private final StatementExports exports;

    StatementPages(
            FindStatements statements,
            BankNoticeStore notices,
            FindBankLines lines,
            ImportStatements imports,
            ImportStatementCsv csv,
            FindSetup setup,
            BusinessClock clock,
            StatementExports exports) {
        this.statements = statements;
        this.notices = notices;
        this.lines = lines;
        this.imports = imports;
        this.csv = csv;
        this.setup = setup;
        this.clock = clock;
        this.exports = exports;
    }

    /** A place where a statement of an account is missing. */
    record Gap(String account, StatementChain.Gap gap) {}

    @GetMapping("/statements")
    String list(BusinessId business, Model model) {
        List<BankAccount> accounts = setup.bankAccounts(business);
        model.addAttribute("statements", statements.list(business, SHOWN));
        model.addAttribute("accounts", accounts);
        model.addAttribute("today", clock.today(business));
        var gaps = new ArrayList<Gap>();
        var skipped = new ArrayList<Skipped>();
        for (BankAccount account : accounts) {
            StatementChain chain = statements.chain(business, account);
            chain.gaps().forEach(g -> gaps.add(new Gap(account.name(), g)));
            chain.skipped().forEach(k -> skipped.add(new Skipped(account.name(), k)));
        }
        model.addAttribute("gaps", gaps);
        model.addAttribute("skipped", skipped);
        model.addAttribute("notices", notices.newest(business, NOTICES));
        return "bank/statements";
    }

    /** A number that the bank left out, while the balances follow on each other. */
    record Skipped(String account, StatementChain.Skipped skipped) {}

    @PostMapping("/statements/file")
    @Needs(Power.MATCHING)
    String file(BusinessId business, @RequestParam MultipartFile file) throws IOException {
        if (isCsv(file)) return csv(business, file);
        ImportStatements.Imported imported = imports.fromFile(business, FileName.of(file), file.getInputStream());
        return imported.last() == null ? "redirect:/statements" : "redirect:/statements/" + imported.last();
    }

    private static boolean isCsv(MultipartFile file) throws IOException {
        try (InputStream in = file.getInputStream()) {
            byte[] start = in.readNBytes(FormatGuess.BYTES);
            return FormatGuess.mayBeCsv(start);
        }
    }

    /** A file whose head is known is read as the last one was; another one is looked at first. */
    private String csv(BusinessId business, MultipartFile file) throws IOException {
        UUID id = csv.keep(business, FileName.of(file), file.getBytes());
        ImportStatementCsv.Waiting waiting = csv.waiting(business, id);
        if (!waiting.known()) return "redirect:/statements/csv/" + id;
        return "redirect:/statements/" + csv.take(business, id, waiting.looked().mapping(), waiting.account());
    }

    @PostMapping("/statements/fetch")
    @Needs(Power.MATCHING)
    String fetch(BusinessId business) {
        setup.bankAccounts(business).forEach(a -> imports.fetch(business, a));
        return "redirect:/statements";
    }

    @PostMapping("/statements/typed")
    @Needs(Power.MATCHING)
    String type(BusinessId business, @RequestParam Map<String, String> fields) {
        BankAccount account = setup.bankAccount(business, BankAccountId.valueOf(fields.getOrDefault("account", "")));
        StatementLine line = TypedForm.read(fields, f -> line(business, account, f));
        return "redirect:/statements/" + imports.type(business, account, line);
    }

    private StatementLine line(BusinessId business, BankAccount account, TypedForm f) {
        LocalDate day = f.date("on", "date", clock.today(business));
        Money amount = f.money("amount", "amount", account.opening().currency());
        if (amount.isZero())
            f.refuse("amount", "typed.zero", "A bank line moves money, so its amount is not zero. Nothing was saved.");
        return new StatementLine(
                day, day, amount, "", "", f.text("counterparty", TextKind.NAME), f.required("words", "text"), "", "");
    }

    @GetMapping("/statements/{id}")
    String one(
            BusinessId business,
            @PathVariable StatementId id,
            @RequestParam(defaultValue = "1") int from,
            Model model) {
        BankStatement statement = statements.find(business, id).orElseThrow(NotHere::new);
        BankAccount account = setup.bankAccount(business, statement.account());
        model.addAttribute("statement", statement);
        model.addAttribute("account", account);
        model.addAttribute("lines", lines.ofStatement(business, id, from, SHOWN));
        model.addAttribute("before", from > 1 ? Math.max(1, from - SHOWN) : 0);
        model.addAttribute("next", statement.lines() >= from + SHOWN ? from + SHOWN : 0);
        model.addAttribute("remarks", from > 1 ? List.of() : statements.remarks(business, id, SHOWN));
        model.addAttribute(
                "gaps",
                statements.chain(business, account).gaps().stream()
                        .filter(g -> g.before().equals(statement.from())
                                && g.starts().equals(statement.opening()))
                        .toList());
        return "bank/statement";
    }

    /** The statement as it was read, in an open format. */
    @GetMapping("/statements/{id}/{name:statement\\.(?:camt053\\.xml|mt940\\.txt|csv)}")
    void download(
            BusinessId business, @PathVariable StatementId id, @PathVariable String name, HttpServletResponse response)
            throws IOException {
        Statement statement = exports.of(business, id);
        response.setHeader(
                "Content-Disposition",
                ContentDisposition.attachment().filename(name).build().toString());
        if (name.endsWith(".xml")) {
            response.setContentType("application/xml");
            Camt053Writer.write(statement, clock.now(), response.getOutputStream());
            return;
        }
        response.setContentType(name.endsWith(".csv") ? "text/csv;charset=utf-8" : "text/plain;charset=utf-8");
        if (name.endsWith(".csv")) StatementCsvOut.write(statement, response.getWriter());
        else Mt940Writer.write(statement, response.getWriter());
    }
}
