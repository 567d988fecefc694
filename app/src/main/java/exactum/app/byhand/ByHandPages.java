package exactum.app.byhand;

import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.EntryRows;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.ShowEntries;
import exactum.app.setup.Tags;
import exactum.app.web.NotHere;
import exactum.app.web.TypedForm;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.EntryByHand;
import exactum.core.money.Money;
import exactum.core.text.TextKind;
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

/** Entries by hand: typed, looked at by a second person, booked, taken back. */
@Controller
class ByHandPages {
    private static final int LINES = 8;
    private static final int SHOWN = 50;
    private final BookByHand byHand;
    private final ShowEntries show;
    private final FindBooks books;
    private final Tags tags;
    private final BusinessClock clock;

    ByHandPages(BookByHand byHand, ShowEntries show, FindBooks books, Tags tags, BusinessClock clock) {
        this.byHand = byHand;
        this.show = show;
        this.books = books;
        this.tags = tags;
        this.clock = clock;
    }

    @GetMapping("/ledger/by-hand")
    String list(Business business, Model model) {
        model.addAttribute("made", byHand.latest(business.id(), SHOWN));
        model.addAttribute("shown", SHOWN);
        model.addAttribute("accounts", byHand.accounts(business.id()));
        model.addAttribute("lines", LINES);
        model.addAttribute("today", clock.today(business.id()));
        model.addAttribute("currency", business.currency().getCurrencyCode());
        return "byhand/list";
    }

    @PostMapping("/ledger/by-hand")
    @Needs(Power.BOOKS)
    String ask(Business business, @RequestParam Map<String, String> fields) {
        EntryByHand entry = TypedForm.read(
                fields,
                f -> new EntryByHand(
                        f.date("day", "day", clock.today(business.id())),
                        f.text("cause", TextKind.NAME),
                        lines(business, f)));
        return "redirect:/ledger/by-hand/" + byHand.ask(business.id(), entry);
    }

    private List<EntryByHand.Line> lines(Business business, TypedForm f) {
        var lines = new ArrayList<EntryByHand.Line>();
        for (int i = 0; i < LINES; i++) {
            if (f.raw("account" + i).isEmpty()) continue;
            Money debit = amount(business, f, "debit" + i);
            Money credit = amount(business, f, "credit" + i);
            lines.add(new EntryByHand.Line(
                    f.account("account" + i, "account"),
                    debit.minus(credit),
                    Tags.read(f.text("tags" + i), tags.usable(business.id()))));
        }
        return lines;
    }

    private static Money amount(Business business, TypedForm f, String field) {
        return f.text(field).isEmpty()
                ? Money.zero(business.currency())
                : f.money(field, "amount", business.currency()).abs();
    }

    @GetMapping("/ledger/by-hand/{id}")
    String page(Business business, @PathVariable UUID id, Model model) {
        ManualEntry made = byHand.find(business.id(), id).orElseThrow(NotHere::new);
        List<FindBooks.Posted> booked = byHand.booked(business.id(), id)
                .map(e -> books.of(business.id(), List.of(e.id())))
                .orElse(List.of());
        model.addAttribute("made", made);
        model.addAttribute("asked", byHand.approval(business.id(), id).orElse(null));
        model.addAttribute("booked", !booked.isEmpty());
        model.addAttribute(
                "postings",
                EntryRows.of(
                        booked.isEmpty()
                                ? show.rehearsed(
                                        business.id(), List.of(made.entry().entry(Ids.NEW, id, null)))
                                : booked,
                        business));
        return "byhand/page";
    }

    @PostMapping("/ledger/by-hand/{id}/undo")
    @Needs(Power.BOOKS)
    String undo(BusinessId business, @PathVariable UUID id, @RequestParam Map<String, String> fields) {
        return "redirect:/ledger/by-hand/"
                + byHand.askToUndo(business, id, new TypedForm(fields).text("cause", TextKind.NAME));
    }
}
