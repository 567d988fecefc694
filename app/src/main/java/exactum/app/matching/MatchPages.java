package exactum.app.matching;

import exactum.app.statements.BankLine;
import exactum.app.statements.StatementStore;
import exactum.core.matching.Proposal;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Bank lines without a home: what each may be and why, one press for the sure ones. */
@Controller
class MatchPages {
    private final MatchBankLines match;
    private final StatementStore statements;

    MatchPages(MatchBankLines match, StatementStore statements) {
        this.match = match;
        this.statements = statements;
    }

    /** A line with its best proposal, if there is one. */
    record Row(BankLine line, Proposal best) {}

    @GetMapping("/without-a-home")
    String homeless(Model model) {
        List<Row> rows = statements.homeless(300).stream()
                .map(l -> new Row(l, match.propose(l).stream().findFirst().orElse(null)))
                .toList();
        model.addAttribute("rows", rows);
        model.addAttribute(
                "sure",
                rows.stream().filter(r -> r.best() != null && r.best().isSure()).count());
        return "matching/homeless";
    }

    @PostMapping("/without-a-home/accept-sure")
    String acceptSure() {
        match.acceptSure();
        return "redirect:/without-a-home";
    }

    @PostMapping("/bank-lines/{id}/payout")
    String acceptPayout(@PathVariable UUID id, @RequestParam UUID payout) {
        match.acceptPayout(id, payout);
        return "redirect:/bank-lines/" + id;
    }

    @PostMapping("/bank-lines/{id}/charge")
    String acceptCharge(@PathVariable UUID id, @RequestParam Optional<String> back) {
        match.acceptBankCharge(id);
        return "redirect:"
                + back.filter(b -> b.startsWith("/") && !b.startsWith("//")).orElse("/bank-lines/" + id);
    }
}
