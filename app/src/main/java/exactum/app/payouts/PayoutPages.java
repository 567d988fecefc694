package exactum.app.payouts;

import exactum.app.bank.FindMatches;
import exactum.app.bank.LineRef;
import exactum.app.bank.MatchKind;
import exactum.app.bank.UndoMatch;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.FindSetup;
import exactum.app.setup.FreeAccounts;
import exactum.app.setup.ProcessorAccount;
import exactum.app.trail.Trails;
import exactum.app.web.FileName;
import exactum.app.web.NotHere;
import exactum.core.bank.PayoutReport;
import exactum.core.calendar.BankingCalendar;
import exactum.core.calendar.Clearing;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.MatchId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.ProcessorId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.working.Working;
import java.io.IOException;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Payouts: the list, importing, and one as an addition that must come out. */
@Controller
class PayoutPages {
    private static final int SHOWN = 200;
    private static final int OWN_FEES = 20;
    private final FindPayouts payouts;
    private final FindMatches matches;
    private final ImportPayouts imports;
    private final MatchPayout match;
    private final UndoMatch undo;
    private final FindSetup setup;
    private final FreeAccounts accounts;
    private final Trails trails;
    private final BusinessClock clock;

    PayoutPages(
            FindPayouts payouts,
            FindMatches matches,
            ImportPayouts imports,
            MatchPayout match,
            UndoMatch undo,
            FindSetup setup,
            FreeAccounts accounts,
            Trails trails,
            BusinessClock clock) {
        this.clock = clock;
        this.payouts = payouts;
        this.matches = matches;
        this.imports = imports;
        this.match = match;
        this.undo = undo;
        this.setup = setup;
        this.accounts = accounts;
        this.trails = trails;
    }

    /**
     * A line on the page.
     *
     * @param booked to accounts by hand, which can be undone
     */
    record Row(PayoutLine line, Working feeWorking, List<FindMatches.Matched> booked) {}

    @GetMapping("/payouts")
    String list(BusinessId business, Model model) {
        model.addAttribute("payouts", payouts.list(business, 300));
        List<ProcessorAccount> processors = setup.processors(business);
        model.addAttribute("processors", processors);
        model.addAttribute("notYet", payouts.notYet(business));
        model.addAttribute(
                "early",
                processors.stream()
                        .filter(p -> p.isOn() && p.can().contains(ProcessorPort.Ability.EARLY_PAYOUT))
                        .map(ProcessorAccount::id)
                        .toList());
        model.addAttribute("today", clock.today(business));
        return "payouts/list";
    }

    /** How many banking days it takes. */
    private static long openDays(BankingCalendar calendar, LocalDate from, LocalDate to) {
        return from.plusDays(1)
                .datesUntil(to.plusDays(1))
                .filter(calendar::isOpen)
                .count();
    }

    @PostMapping("/payouts/file")
    @Needs(Power.MATCHING)
    String file(BusinessId business, @RequestParam ProcessorId processor, @RequestParam MultipartFile file)
            throws IOException {
        return "redirect:/payouts/" + imports.fromFile(business, processor, FileName.of(file), file.getInputStream());
    }

    @PostMapping("/payouts/fetch")
    @Needs(Power.MATCHING)
    String fetch(BusinessId business) {
        setup.processors(business).forEach(imports::fetch);
        return "redirect:/payouts";
    }

    @GetMapping("/payouts/{id}")
    String one(
            BusinessId business, @PathVariable PayoutId id, @RequestParam(defaultValue = "1") int from, Model model) {
        Payout payout = payouts.find(business, id).orElseThrow(NotHere::new);
        ProcessorAccount processor = setup.processor(business, payout.processor());
        List<PayoutLine> lines = payouts.lines(business, id, from, SHOWN);
        List<PayoutLine> open = payouts.openLines(business, id, SHOWN);
        List<PayoutLine> bookable = open.stream().filter(PayoutLine::isBookable).toList();
        model.addAttribute("payout", payout);
        model.addAttribute(
                "feeAccount",
                setup.account(business, processor.accounts().fees())
                        .orElseThrow()
                        .label());
        model.addAttribute("rows", rows(business, processor, lines));
        model.addAttribute("open", open);
        model.addAttribute("bookable", bookable);
        model.addAttribute(
                "bookableSum",
                Money.sum(
                        payout.off().currency(),
                        bookable.stream().map(PayoutLine::off).toList()));
        List<PayoutReport.Part> composition = payouts.composition(business, payout);
        model.addAttribute("composition", composition);
        List<FindPayouts.Landing> landings = payouts.landings(business, id);
        model.addAttribute("landings", landings);
        model.addAttribute(
                "notLanded",
                payout.sums()
                        .net()
                        .minus(Money.sum(
                                payout.off().currency(),
                                landings.stream()
                                        .map(FindPayouts.Landing::amount)
                                        .toList())));
        model.addAttribute(
                "openDays",
                openDays(Clearing.of(payout.off().currency()).calendar(), payout.salesOn(), payout.arrivesOn()));
        model.addAttribute("payers", payouts.payers(business, id));
        model.addAttribute("bars", TieOutBars.of(payout, composition, payouts.ownFees(business, id, OWN_FEES)));
        model.addAttribute("accounts", open.isEmpty() ? List.of() : accounts.forLines(business));
        model.addAttribute("trail", trails.ofPayout(business, id));
        model.addAttribute("before", from > 1 ? Math.max(1, from - SHOWN) : 0);
        model.addAttribute("next", payout.lines() >= from + SHOWN ? from + SHOWN : 0);
        return "payouts/one";
    }

    private List<Row> rows(BusinessId business, ProcessorAccount processor, List<PayoutLine> lines) {
        Map<LineRef, List<FindMatches.Matched>> booked = matches.ofPayoutLines(
                business, lines.stream().map(PayoutLine::id).toList());
        return lines.stream()
                .map(l -> new Row(
                        l,
                        l.isSale() ? processor.fees().on(l.gross()).working() : null,
                        booked.getOrDefault(new LineRef.OfPayout(l.id()), List.of()).stream()
                                .filter(m -> m.kind() == MatchKind.ACCOUNT)
                                .toList()))
                .toList();
    }

    @PostMapping("/payouts/{id}/book-fees")
    @Needs(Power.MATCHING)
    String bookFees(BusinessId business, @PathVariable PayoutId id) {
        payouts.find(business, id).orElseThrow(NotHere::new);
        match.bookFees(business, id);
        return "redirect:/payouts/" + id;
    }

    @PostMapping("/payouts/{id}/lines/{line}/book")
    @Needs(Power.MATCHING)
    String book(
            BusinessId business, @PathVariable PayoutId id, @PathVariable int line, @RequestParam AccountCode account) {
        match.book(business, id, line, account);
        return "redirect:/payouts/" + id;
    }

    @PostMapping("/payouts/{id}/matches/{match}/undo")
    @Needs(Power.MATCHING)
    String undo(BusinessId business, @PathVariable PayoutId id, @PathVariable MatchId match) {
        LineRef line = matches.find(business, match).orElseThrow(NotHere::new).line();
        undo.undo(business, line, match);
        return "redirect:/payouts/" + id;
    }
}
