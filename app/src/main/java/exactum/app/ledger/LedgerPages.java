package exactum.app.ledger;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.money.Money;
import exactum.core.typed.TypedDate;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The books: balances by account as of a day, the entries behind them, the months, and the proof. */
@Controller
class LedgerPages {
    private static final int SHOWN = 200;
    private final FindBooks books;
    private final FindAccounts accounts;
    private final ProofStore proofs;
    private final BusinessClock clock;
    private final SchedulerClient scheduler;

    LedgerPages(
            FindBooks books, FindAccounts accounts, ProofStore proofs, BusinessClock clock, SchedulerClient scheduler) {
        this.books = books;
        this.accounts = accounts;
        this.proofs = proofs;
        this.clock = clock;
        this.scheduler = scheduler;
    }

    @GetMapping("/ledger")
    String balances(Business business, @RequestParam(defaultValue = "") String on, Model model) {
        LocalDate asOf = on.isBlank() ? clock.today(business.id()) : TypedDate.parse(on, clock.today(business.id()));
        List<FindBooks.Balance> balances = books.trialBalance(business.id(), asOf);
        model.addAttribute(
                "balances",
                balances.stream()
                        .filter(b -> !b.balance().isZero() || b.ownMinor() != 0)
                        .map(b -> EntryRows.of(b, business))
                        .toList());
        model.addAttribute("currency", business.currency().getCurrencyCode());
        model.addAttribute(
                "total",
                Money.ofMinor(
                                business.currency().getCurrencyCode(),
                                balances.stream()
                                        .mapToLong(b -> Math.max(0, b.ownMinor()))
                                        .sum())
                        .text());
        model.addAttribute("asOf", Texts.day(asOf));
        showProof(business.id(), model);
        model.addAttribute("closedThrough", books.periods(business.id()).closedThrough());
        return "ledger/balances";
    }

    @PostMapping("/ledger/proof")
    @Needs(Power.BOOKS)
    @Transactional
    String proveNow(BusinessId business) {
        ProofJob.schedule(scheduler, business);
        return "redirect:/ledger";
    }

    @GetMapping("/ledger/proof")
    String proof(BusinessId business, Model model) {
        showProof(business, model);
        return "ledger/proof :: state";
    }

    private void showProof(BusinessId business, Model model) {
        boolean underWay = ProofJob.isUnderWay(scheduler, business);
        model.addAttribute("proving", underWay);
        model.addAttribute("proof", underWay ? null : proofs.last(business).orElse(null));
    }

    @GetMapping("/ledger/entries")
    String entries(Business business, @RequestParam(required = false) UUID about, Model model) {
        model.addAttribute(
                "postings",
                EntryRows.of(
                        about == null
                                ? books.latest(business.id(), SHOWN)
                                : books.of(business.id(), accounts.about(business.id(), about, SHOWN)),
                        business));
        model.addAttribute("about", about);
        model.addAttribute("shown", SHOWN);
        return "ledger/entries";
    }
}
