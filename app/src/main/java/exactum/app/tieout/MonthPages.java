package exactum.app.tieout;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.ledger.FindBooks;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.text.TextKind;
import exactum.core.typed.TypedDate;
import java.time.YearMonth;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The months of the books: which are closed, and what the next one waits for. */
@Controller
class MonthPages {
    private final MonthEnds ends;
    private final ReopenMonth reopen;
    private final FindBooks books;

    MonthPages(MonthEnds ends, ReopenMonth reopen, FindBooks books) {
        this.ends = ends;
        this.reopen = reopen;
        this.books = books;
    }

    @GetMapping("/months")
    String list(BusinessId business) {
        return "redirect:/months/" + ends.next(business);
    }

    private static YearMonth of(String month) {
        if (!month.matches("\\d{4}-(0[1-9]|1[0-2])")) throw new NotHere();
        YearMonth known = YearMonth.parse(month);
        if (!TypedDate.isSane(known.minusMonths(1).atDay(1))
                || !TypedDate.isSane(known.plusMonths(1).atDay(1))) throw new NotHere();
        return known;
    }

    @GetMapping("/months/{month}")
    String page(BusinessId business, @PathVariable String month, Model model) {
        model.addAttribute("title", Texts.month(of(month)));
        model.addAttribute("end", ends.of(business, of(month)));
        model.addAttribute("next", ends.next(business));
        model.addAttribute("events", books.periodEvents(business));
        model.addAttribute("through", books.periods(business).closedThrough());
        model.addAttribute("asked", reopen.asked(business).orElse(null));
        return "tieout/month";
    }

    @PostMapping("/months/{month}/sign")
    @Needs(Power.BOOKS)
    String sign(BusinessId business, @PathVariable String month, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        ends.sign(
                business, of(month), f.account("account", "account"), f.raw("currency"), f.text("note", TextKind.NAME));
        return "redirect:/months/" + month;
    }

    @PostMapping("/months/{month}/withdraw")
    @Needs(Power.BOOKS)
    String withdraw(BusinessId business, @PathVariable String month, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        ends.withdraw(
                business,
                of(month),
                f.account("account", "account"),
                f.raw("currency"),
                f.text("because", TextKind.NAME));
        return "redirect:/months/" + month;
    }

    @PostMapping("/months/{month}/close")
    @Needs(Power.BOOKS)
    String close(BusinessId business, @PathVariable String month) {
        ends.close(business, of(month));
        return "redirect:/months/" + month;
    }

    @PostMapping("/months/{month}/reopen")
    @Needs(Power.BOOKS)
    String reopen(BusinessId business, @PathVariable String month, @RequestParam Map<String, String> fields) {
        reopen.ask(business, of(month), new TypedForm(fields).text("cause", TextKind.NAME));
        return "redirect:/months/" + month;
    }
}
