package exactum.app.ledger;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.web.FileAnswer;
import exactum.app.web.Texts;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import exactum.core.text.TextKind;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.LocalDate;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The journal for the books that an accountant keeps. */
@Controller
class JournalPages {
    private final Journal journal;
    private final FindBooks books;
    private final BusinessClock clock;

    JournalPages(Journal journal, FindBooks books, BusinessClock clock) {
        this.journal = journal;
        this.books = books;
        this.clock = clock;
    }

    /** Which days. */
    private record Days(LocalDate from, LocalDate until) {
        String query() {
            return "from=%s&until=%s".formatted(from, until);
        }

        String file(String kind) {
            return "journal-%s-%s.%s".formatted(from, until, kind);
        }
    }

    /** The month before today's where nothing is said. */
    private Days days(BusinessId business, Map<String, String> fields) {
        LocalDate today = clock.today(business);
        return TypedForm.read(fields, f -> {
            LocalDate first = f.dateOrNone("from", "first day", today);
            LocalDate last = f.dateOrNone("until", "last day", today);
            LocalDate from = first == null ? today.minusMonths(1).withDayOfMonth(1) : first;
            LocalDate until =
                    last == null ? from.plusMonths(1).withDayOfMonth(1).minusDays(1) : last;
            if (from.isAfter(until))
                throw new Refusal("journal.days", "The first day is after the last. Choose others.").at("from");
            return new Days(from, until);
        });
    }

    @GetMapping("/ledger/journal")
    String page(BusinessId business, @RequestParam Map<String, String> fields, Model model) {
        Days days = days(business, fields);
        model.addAttribute("from", Texts.day(days.from()));
        model.addAttribute("until", Texts.day(days.until()));
        model.addAttribute("query", days.query());
        model.addAttribute("totals", journal.totals(business, days.from(), days.until()));
        model.addAttribute(
                "accounts",
                books.accountNames(business).entrySet().stream()
                        .sorted(Map.Entry.comparingByKey())
                        .toList());
        model.addAttribute("theirs", journal.theirs(business));
        return "ledger/journal";
    }

    @PostMapping("/ledger/journal/accounts")
    @Needs(Power.BOOKS)
    String call(BusinessId business, @RequestParam Map<String, String> fields) {
        var f = new TypedForm(fields);
        journal.call(business, f.account("account", "account"), f.text("theirs", TextKind.CODE));
        return "redirect:/ledger/journal";
    }

    @GetMapping("/ledger/journal.csv")
    void csv(Business business, @RequestParam Map<String, String> fields, HttpServletResponse response)
            throws IOException {
        Days days = days(business.id(), fields);
        FileAnswer.send(
                response, "text/csv", days.file("csv"), out -> journal.csv(business, days.from(), days.until(), out));
    }

    @GetMapping("/ledger/journal.json")
    void json(Business business, @RequestParam Map<String, String> fields, HttpServletResponse response)
            throws IOException {
        Days days = days(business.id(), fields);
        FileAnswer.send(
                response,
                "application/json",
                days.file("json"),
                out -> journal.json(business, days.from(), days.until(), out));
    }
}
