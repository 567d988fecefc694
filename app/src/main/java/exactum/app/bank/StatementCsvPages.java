package exactum.app.bank;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.setup.FindSetup;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.formats.csv.CsvShape;
import exactum.formats.csv.StatementColumn;
import exactum.formats.csv.StatementMapping;
import java.nio.charset.Charset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A bank's CSV file: what its columns are, tried on the file itself. */
@Controller
class StatementCsvPages {
    private static final int SHOWN = 12;
    private final ImportStatementCsv csv;
    private final FindSetup setup;

    StatementCsvPages(ImportStatementCsv csv, FindSetup setup) {
        this.csv = csv;
        this.setup = setup;
    }

    /** One of several that a person can choose. */
    public record Choice(String value, String words, boolean chosen) {}

    @GetMapping("/statements/csv/{id}")
    String page(BusinessId business, @PathVariable UUID id, Model model) {
        ImportStatementCsv.Waiting waiting = csv.waiting(business, id);
        StatementMapping mapping = waiting.looked().mapping();
        model.addAttribute("waiting", waiting);
        model.addAttribute("mapping", mapping);
        model.addAttribute("columns", StatementColumn.values());
        model.addAttribute("dates", StatementMapping.DATES);
        CsvShape shape = mapping.shape();
        model.addAttribute(
                "charsets",
                CsvShape.CHARSETS.stream()
                        .map(c -> new Choice(c.name(), c.displayName(), c.equals(shape.charset())))
                        .toList());
        model.addAttribute(
                "separators",
                CsvShape.SEPARATORS.stream()
                        .map(s -> new Choice(Integer.toString(s), CsvShape.name(s), s == shape.separator()))
                        .toList());
        model.addAttribute("accounts", setup.bankAccounts(business));
        tried(business, id, mapping, waiting.account(), model);
        return "bank/csv";
    }

    /** Each change is tried on the file at once. */
    @PostMapping("/statements/csv/{id}/tried")
    @Needs(Power.MATCHING)
    String tried(BusinessId business, @PathVariable UUID id, @RequestParam Map<String, String> fields, Model model) {
        tried(business, id, mapping(fields), account(fields), model);
        return "bank/csv :: tried";
    }

    private void tried(BusinessId business, UUID id, StatementMapping mapping, BankAccountId account, Model model) {
        model.addAttribute("shown", SHOWN);
        if (account == null) {
            model.addAttribute("problem", "Choose the account that the file is of.");
            return;
        }
        try {
            model.addAttribute("tried", csv.tried(business, id, mapping, account));
        } catch (Refusal wrong) {
            model.addAttribute("problem", wrong.sentence());
        }
    }

    @PostMapping("/statements/csv/{id}/import")
    @Needs(Power.MATCHING)
    String take(BusinessId business, @PathVariable UUID id, @RequestParam Map<String, String> fields) {
        BankAccountId account = account(fields);
        if (account == null)
            throw new Refusal("statement.account", "Choose the account that the file is of. Nothing was stored.");
        return "redirect:/statements/" + csv.take(business, id, mapping(fields), account);
    }

    private static BankAccountId account(Map<String, String> fields) {
        String account = fields.getOrDefault("account", "");
        return account.isEmpty() ? null : BankAccountId.valueOf(account);
    }

    private static StatementMapping mapping(Map<String, String> fields) {
        try {
            List<StatementColumn> columns = new ArrayList<>();
            for (int i = 0; fields.containsKey("column" + i); i++) {
                String column = fields.get("column" + i);
                columns.add(column.isEmpty() ? null : StatementColumn.valueOf(column));
            }
            String dates = fields.getOrDefault("dates", "");
            if (!StatementMapping.DATES.contains(dates)) throw new IllegalArgumentException(dates);
            return new StatementMapping(
                    new CsvShape(Charset.forName(fields.getOrDefault("charset", "UTF-8")), (char)
                            Integer.parseInt(fields.getOrDefault("separator", "44"))),
                    Math.clamp(Integer.parseInt(fields.getOrDefault("skipped", "0")), 0, 100),
                    columns,
                    fields.getOrDefault("comma", "").equals("true"),
                    dates);
        } catch (IllegalArgumentException unknown) {
            throw new Refusal(
                    "statement.mapping", "The form names something that a column cannot be. Nothing was stored.");
        }
    }
}
