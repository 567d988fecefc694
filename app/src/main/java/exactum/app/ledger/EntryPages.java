package exactum.app.ledger;

import exactum.app.business.Business;
import exactum.app.database.Slice;
import exactum.app.installation.BusinessClock;
import exactum.app.web.NotHere;
import exactum.app.web.Pager;
import exactum.app.web.Texts;
import exactum.app.web.TypedForm;
import exactum.core.ids.EntryId;
import exactum.core.ledger.AccountCode;
import exactum.core.problem.Refusal;
import exactum.core.typed.TypedDate;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** An account between two days with the working of its balance, and one entry with all that stands behind it. */
@Controller
class EntryPages {
    private final FindBooks books;
    private final FindAccounts accounts;
    private final Ledger ledger;
    private final BusinessClock clock;

    EntryPages(FindBooks books, FindAccounts accounts, Ledger ledger, BusinessClock clock) {
        this.books = books;
        this.accounts = accounts;
        this.ledger = ledger;
        this.clock = clock;
    }

    /** A posting with the balance after it. */
    record Line(EntryRows.Row row, String balance) {}

    @GetMapping("/ledger/accounts/{account}")
    String account(
            Business business,
            @PathVariable String account,
            @RequestParam(defaultValue = "") String currency,
            @RequestParam(name = "since", defaultValue = "") String typedFrom,
            @RequestParam(name = "until", defaultValue = "") String typedUntil,
            @RequestParam(defaultValue = "1") int from,
            Model model) {
        Map.Entry<AccountCode, String> known = books.accountNames(business.id()).entrySet().stream()
                .filter(a -> a.getKey().value().equals(account))
                .findFirst()
                .orElseThrow(NotHere::new);
        AccountCode code = known.getKey();
        String name = known.getValue();
        String in = currency.isEmpty()
                ? business.currency().getCurrencyCode()
                : new TypedForm(Map.of("currency", currency))
                        .currency("currency")
                        .getCurrencyCode();
        LocalDate today = clock.today(business.id());
        LocalDate until = typedUntil.isBlank() ? today : TypedDate.parse(typedUntil, today);
        LocalDate since = typedFrom.isBlank() ? until.withDayOfMonth(1) : TypedDate.parse(typedFrom, today);
        if (since.isAfter(until))
            throw new Refusal("account.days", "The first day is after the last. Choose others.").at("since");
        FindAccounts.Movement moved = accounts.movement(business.id(), code, in, since, until);
        Slice slice = Slice.page(from);
        List<FindAccounts.Line> lines = accounts.lines(business.id(), code, in, since, until, slice);
        List<EntryRows.Row> rows =
                EntryRows.of(lines.stream().map(FindAccounts.Line::posted).toList(), business);
        model.addAttribute("account", code);
        model.addAttribute("name", name);
        model.addAttribute("currency", in);
        model.addAttribute("since", Texts.day(since));
        model.addAttribute("until", Texts.day(until));
        model.addAttribute("moved", moved);
        model.addAttribute("working", working(code, name, moved, since, until));
        MadeOf.of(code, in, ledger.accounts(business.id()), until).ifPresent(m -> model.addAttribute("madeOf", m));
        model.addAttribute(
                "months", accounts.months(business.id(), code, in, until).reversed());
        model.addAttribute(
                "lines",
                IntStream.range(0, rows.size())
                        .mapToObj(i ->
                                new Line(rows.get(i), lines.get(i).balance().text()))
                        .toList());
        model.addAttribute("pager", Pager.of(slice, lines.size(), moved.count()));
        return "ledger/account";
    }

    private static Working working(
            AccountCode account, String name, FindAccounts.Movement moved, LocalDate since, LocalDate until) {
        return Working.on("Balance of %s %s at the end of %s".formatted(account, name, Texts.day(until)))
                .step(
                        "%s at the end of %s".formatted(moved.opening().text(), Texts.day(since.minusDays(1))),
                        "the kept balances")
                .step("plus %s debited".formatted(moved.debits().text()), "the postings of these days")
                .step("less %s credited".formatted(moved.credits().text()), "the postings of these days")
                .step("makes " + moved.closing().text())
                .done();
    }

    @GetMapping("/ledger/entries/{id}")
    String entry(Business business, @PathVariable EntryId id, Model model) {
        List<FindBooks.Posted> postings = books.of(business.id(), List.of(id));
        if (postings.isEmpty()) throw new NotHere();
        model.addAttribute("entry", postings.getFirst());
        model.addAttribute("postings", EntryRows.of(postings, business));
        model.addAttribute("sources", accounts.sources(business.id(), id));
        model.addAttribute("undoneBy", accounts.undoneBy(business.id(), id).orElse(null));
        return "ledger/entry";
    }
}
