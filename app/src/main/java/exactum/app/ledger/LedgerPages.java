package exactum.app.ledger;

import exactum.app.audit.Audit;
import exactum.app.clock.BusinessClock;
import exactum.app.text.Texts;
import exactum.core.money.Money;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The books: balances by account, the entries behind them, and who did what. */
@Controller
class LedgerPages {
    private static final int SHOWN = 200;
    private final Books books;
    private final LedgerHealth health;
    private final Audit audit;
    private final BusinessClock clock;

    LedgerPages(Books books, LedgerHealth health, Audit audit, BusinessClock clock) {
        this.books = books;
        this.health = health;
        this.audit = audit;
        this.clock = clock;
    }

    /** A row with its two columns of money. */
    record Row(String date, String what, String kind, String account, String debit, String credit) {}

    @GetMapping("/ledger")
    String balances(Model model) {
        List<Books.Balance> balances = books.balances(clock.today());
        model.addAttribute(
                "balances",
                balances.stream()
                        .map(b -> new Row("", b.name(), b.kind(), b.code(), debit(b.balance()), credit(b.balance())))
                        .toList());
        model.addAttribute(
                "total",
                balances.stream()
                        .map(Books.Balance::balance)
                        .filter(Money::isPositive)
                        .reduce(Money::plus)
                        .map(Money::text)
                        .orElse("0.00"));
        model.addAttribute("disagreements", health.disagreements());
        model.addAttribute("asOf", Texts.day(clock.today()));
        return "ledger/balances";
    }

    @GetMapping("/ledger/entries")
    String entries(@RequestParam(defaultValue = "") String account, Model model) {
        model.addAttribute(
                "postings",
                books.latest(account, SHOWN).stream()
                        .map(p -> new Row(
                                p.first() ? Texts.day(p.date()) : "",
                                p.first() ? p.memo() : "",
                                p.first() ? p.kind() : "",
                                p.account(),
                                debit(p.amount()),
                                credit(p.amount())))
                        .toList());
        model.addAttribute("account", account);
        return "ledger/entries";
    }

    @GetMapping("/audit")
    String audit(Model model) {
        model.addAttribute("deeds", audit.latest(300));
        return "ledger/audit";
    }

    private static String debit(Money amount) {
        return amount.isPositive() ? amount.text() : "";
    }

    private static String credit(Money amount) {
        return amount.isNegative() ? amount.negated().text() : "";
    }
}
