package exactum.app.bank;

import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.setup.FindSetup;
import exactum.core.ids.BankLineId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MatchId;
import exactum.core.matching.Grade;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The workplace: unmatched bank lines in one column, each of which opens in place into an addition that must come out. */
@Controller
class UnmatchedPages {
    private static final int SHOWN = 200;
    private static final String HERE = "here";
    private final WorkLines work;
    private final FindBankLines lines;
    private final LineTargets targets;
    private final ChosenParts chosen;
    private final Match match;
    private final MatchCertain matchCertain;
    private final UndoMatch undo;
    private final FindSetup setup;
    private final SelfMatching selfMatching;
    private final StandingRules rules;

    UnmatchedPages(
            WorkLines work,
            FindBankLines lines,
            LineTargets targets,
            ChosenParts chosen,
            Match match,
            MatchCertain matchCertain,
            UndoMatch undo,
            FindSetup setup,
            SelfMatching selfMatching,
            StandingRules rules) {
        this.work = work;
        this.lines = lines;
        this.targets = targets;
        this.chosen = chosen;
        this.match = match;
        this.matchCertain = matchCertain;
        this.undo = undo;
        this.setup = setup;
        this.selfMatching = selfMatching;
        this.rules = rules;
    }

    @GetMapping("/unmatched")
    String unmatched(
            BusinessId business,
            @RequestParam(defaultValue = "") String account,
            @RequestParam(defaultValue = "") String q,
            Model model) {
        var filter = new LineFilter(account, q.strip());
        List<WorkLine> rows = work.unmatched(business, filter, SHOWN);
        totals(business, model);
        model.addAttribute("rows", rows);
        model.addAttribute("filter", filter);
        model.addAttribute("wanted", lines.countUnmatched(business, filter));
        model.addAttribute("accounts", setup.bankAccounts(business));
        model.addAttribute("offers", rules.offers(business, 3));
        model.addAttribute(
                "certain", rows.stream().filter(UnmatchedPages::isCertain).count());
        return "bank/unmatched";
    }

    private static boolean isCertain(WorkLine row) {
        return row.best() != null && row.best().proposal().grade() == Grade.CERTAIN;
    }

    private void totals(BusinessId business, Model model) {
        model.addAttribute("count", lines.countUnmatched(business));
        model.addAttribute("sums", lines.sumsUnmatched(business));
    }

    /** What one press would match, before it does. */
    @GetMapping("/unmatched/certain")
    String certain(BusinessId business, Model model) {
        List<WorkLine> rows = work.unmatched(business, LineFilter.ALL, SHOWN).stream()
                .filter(UnmatchedPages::isCertain)
                .toList();
        model.addAttribute("rows", rows);
        model.addAttribute("sums", sums(rows.stream().map(r -> r.line().left()).toList()));
        return "bank/certain";
    }

    /** What they come to by currency, money in and money out apart. */
    private static List<Money> sums(List<Money> amounts) {
        return amounts.stream()
                .collect(Collectors.groupingBy(
                        m -> m.currency() + (m.isNegative() ? " out" : " in"), TreeMap::new, Collectors.toList()))
                .values()
                .stream()
                .map(all -> Money.sum(all.getFirst().currency(), all))
                .toList();
    }

    /** What was matched by itself on a day; each can be undone. */
    @GetMapping("/unmatched/by-themselves")
    String byThemselves(BusinessId business, @RequestParam LocalDate day, Model model) {
        model.addAttribute("day", day);
        model.addAttribute(
                "rows",
                selfMatching.of(business, day).stream()
                        .map(l -> work.one(business, l))
                        .toList());
        totals(business, model);
        return "bank/by-themselves";
    }

    /** Matches the certain ones that were shown, as they were shown. */
    @PostMapping("/unmatched/match-certain")
    @Needs(Power.MATCHING)
    String matchCertain(BusinessId business, @RequestParam List<String> shown) {
        matchCertain.match(business, shown);
        return "redirect:/unmatched";
    }

    /** The line as it stands, closed. */
    @GetMapping("/bank-lines/{id}/closed")
    String closed(BusinessId business, @PathVariable BankLineId id, Model model) {
        return row(business, id, model, false);
    }

    /** The line opened in place. */
    @GetMapping("/bank-lines/{id}/opened")
    String opened(BusinessId business, @PathVariable BankLineId id, Model model) {
        return row(business, id, model, true);
    }

    private String row(BusinessId business, BankLineId id, Model model, boolean open) {
        WorkLine row = work.one(business, id);
        model.addAttribute("r", row);
        if (open) {
            model.addAttribute("line", row.line());
            model.addAttribute("addition", new LineAddition(Map.of(), row.line().left()));
            model.addAttribute("targets", targets.usual(business, row.line()));
            model.addAttribute("q", "");
        }
        return open ? "bank/work :: opened" : "bank/work :: closed";
    }

    private String done(BusinessId business, BankLineId id, Model model) {
        totals(business, model);
        return row(business, id, model, !lines.find(business, id).orElseThrow().isMatched())
                .replace(" :: ", " :: changed-");
    }

    /** Matches a proposal as it was shown, in place. */
    @PostMapping(path = "/bank-lines/{id}/accept", params = HERE)
    @Needs(Power.MATCHING)
    String accept(BusinessId business, @PathVariable BankLineId id, @RequestParam List<String> shown, Model model) {
        BankLine line = lines.find(business, id).orElseThrow();
        match.match(business, new LineRef.OfBank(id), chosen.shown(business, line, shown));
        return done(business, id, model);
    }

    /** Matches what a person put together, in place. */
    @PostMapping(path = "/bank-lines/{id}/match", params = HERE)
    @Needs(Power.MATCHING)
    String match(
            BusinessId business, @PathVariable BankLineId id, @RequestParam Map<String, String> fields, Model model) {
        BankLine line = lines.find(business, id).orElseThrow();
        var addition = new LineAddition(fields, line.left());
        match.match(
                business, new LineRef.OfBank(id), chosen.typed(business, line, addition, fields.containsKey("sure")));
        return done(business, id, model);
    }

    @PostMapping(path = "/bank-lines/{id}/matches/{match}/undo", params = HERE)
    @Needs(Power.MATCHING)
    String undo(BusinessId business, @PathVariable BankLineId id, @PathVariable MatchId match, Model model) {
        undo.undo(business, new LineRef.OfBank(id), match);
        totals(business, model);
        return row(business, id, model, false).replace(" :: ", " :: changed-");
    }
}
