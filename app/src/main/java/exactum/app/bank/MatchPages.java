package exactum.app.bank;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.Ledger;
import exactum.app.setup.FindSetup;
import exactum.app.trail.Trails;
import exactum.app.web.NotHere;
import exactum.app.web.OwnAddress;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.EntryId;
import exactum.core.ids.MatchId;
import exactum.core.ledger.Accounts;
import exactum.core.ledger.Event;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** One bank line as an addition that must come out. */
@Controller
class MatchPages {

    private final FindBankLines lines;
    private final FindMatches matches;
    private final ProposeMatches propose;
    private final BankNoticeStore notices;
    private final LineTargets targets;
    private final ChosenParts chosen;
    private final Match match;

    private final UndoMatch undo;
    private final FindSetup setup;
    private final FindBooks books;
    private final Ledger ledger;
    private final Trails trails;

    MatchPages(
            FindBankLines lines,
            FindMatches matches,
            ProposeMatches propose,
            BankNoticeStore notices,
            LineTargets targets,
            ChosenParts chosen,
            Match match,
            UndoMatch undo,
            FindSetup setup,
            FindBooks books,
            Ledger ledger,
            Trails trails) {
        this.lines = lines;
        this.matches = matches;
        this.propose = propose;
        this.notices = notices;
        this.targets = targets;
        this.chosen = chosen;
        this.match = match;

        this.undo = undo;
        this.setup = setup;
        this.books = books;
        this.ledger = ledger;
        this.trails = trails;
    }

    @GetMapping("/bank-lines/{id}")
    String one(BusinessId business, @PathVariable BankLineId id, Model model) {
        BankLine line = line(business, id);
        Accounts accounts = ledger.accounts(business);
        List<FindMatches.Matched> all = matches.ofLine(business, new LineRef.OfBank(id));
        model.addAttribute("line", line);
        model.addAttribute("account", setup.bankAccount(business, line.account()));
        model.addAttribute(
                "matched", all.stream().filter(m -> m.undone() == null).toList());
        model.addAttribute(
                "undone", all.stream().filter(m -> m.undone() != null).toList());
        model.addAttribute(
                "proposals",
                ShownProposal.of(
                        propose.propose(business, List.of(line)).getFirst().proposals(), accounts));
        model.addAttribute("addition", new LineAddition(Map.of(), line.left()));
        model.addAttribute("targets", targets.usual(business, line));
        model.addAttribute("q", "");
        model.addAttribute("notice", notices.wordsOf(business, id));
        model.addAttribute("trail", trails.ofBankLine(business, id));
        model.addAttribute("entries", books.of(business, entries(business, id, all)));
        return "bank/line";
    }

    /** The entries of a line: as it was read, and of each match and what undid it. */
    private List<EntryId> entries(BusinessId business, BankLineId id, List<FindMatches.Matched> all) {
        var ids = new ArrayList<EntryId>();
        books.find(business, Event.BANK_LINE_READ, id.value()).ifPresent(e -> ids.add(e.id()));
        all.stream().map(FindMatches.Matched::entry).filter(Objects::nonNull).forEach(ids::add);
        all.forEach(
                m -> books.find(business, Event.MATCH_UNDONE, m.id().value()).ifPresent(e -> ids.add(e.id())));
        return ids;
    }

    /** What a person looks for while making up the addition. */
    @GetMapping("/bank-lines/{id}/found")
    String found(
            BusinessId business, @PathVariable BankLineId id, @RequestParam(defaultValue = "") String q, Model model) {
        BankLine line = line(business, id);
        model.addAttribute("line", line);
        model.addAttribute("targets", q.isBlank() ? targets.usual(business, line) : targets.find(business, line, q));
        model.addAttribute("q", q.strip());
        return "bank/work :: found";
    }

    /** Each change of the addition comes here, and the addition comes back with its remainder. */
    @PostMapping("/bank-lines/{id}/typed")
    @Needs(Power.MATCHING)
    String typed(
            BusinessId business, @PathVariable BankLineId id, @RequestParam Map<String, String> fields, Model model) {
        BankLine line = line(business, id);
        model.addAttribute("line", line);
        model.addAttribute("addition", new LineAddition(fields, line.left()));
        return "bank/work :: addition";
    }

    /** Matches what a person put together. */
    @PostMapping("/bank-lines/{id}/match")
    @Needs(Power.MATCHING)
    String match(BusinessId business, @PathVariable BankLineId id, @RequestParam Map<String, String> fields) {
        BankLine line = line(business, id);
        var addition = new LineAddition(fields, line.left());
        match.match(
                business, new LineRef.OfBank(id), chosen.typed(business, line, addition, fields.containsKey("sure")));
        return "redirect:/bank-lines/" + id;
    }

    /** Matches a proposal as it was shown. */
    @PostMapping("/bank-lines/{id}/accept")
    @Needs(Power.MATCHING)
    String accept(
            BusinessId business,
            @PathVariable BankLineId id,
            @RequestParam List<String> shown,
            @RequestParam(defaultValue = "") String back) {
        match.match(business, new LineRef.OfBank(id), chosen.shown(business, line(business, id), shown));
        return OwnAddress.redirect(back, "/bank-lines/" + id);
    }

    @PostMapping("/bank-lines/{id}/matches/{match}/undo")
    @Needs(Power.MATCHING)
    String undo(BusinessId business, @PathVariable BankLineId id, @PathVariable MatchId match) {
        undo.undo(business, new LineRef.OfBank(id), match);
        return "redirect:/bank-lines/" + id;
    }

    private BankLine line(BusinessId business, BankLineId id) {
        return lines.find(business, id).orElseThrow(NotHere::new);
    }
}
