package exactum.app.ledger;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import exactum.app.business.Business;
import exactum.app.business.Needs;
import exactum.app.business.Power;
import exactum.app.installation.BusinessClock;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.typed.TypedDate;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
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
    private final ProofStore proofs;
    private final ClosePeriod close;
    private final BusinessClock clock;
    private final SchedulerClient scheduler;

    LedgerPages(FindBooks books, ProofStore proofs, ClosePeriod close, BusinessClock clock, SchedulerClient scheduler) {
        this.books = books;
        this.proofs = proofs;
        this.close = close;
        this.clock = clock;
        this.scheduler = scheduler;
    }

    /** A row with its two columns of money, in one currency and in the business's own. */
    record Row(
            String date,
            String belongsTo,
            String what,
            String kind,
            String account,
            String tags,
            String debit,
            String credit,
            String own) {}

    @GetMapping("/ledger")
    String balances(Business business, @RequestParam(defaultValue = "") String on, Model model) {
        LocalDate asOf = on.isBlank() ? clock.today(business.id()) : TypedDate.parse(on, clock.today(business.id()));
        List<FindBooks.Balance> balances = books.trialBalance(business.id(), asOf);
        model.addAttribute(
                "balances",
                balances.stream()
                        .filter(b -> !b.balance().isZero() || b.ownMinor() != 0)
                        .map(b -> row(b, business))
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
        var periods = books.periods(business.id());
        model.addAttribute("closedThrough", periods.closedThrough());
        model.addAttribute(
                "nextToClose",
                periods.closedThrough() == null
                        ? YearMonth.from(asOf).minusMonths(1)
                        : periods.closedThrough().plusMonths(1));
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

    @PostMapping("/ledger/close")
    @Needs(Power.BOOKS)
    String close(BusinessId business, @RequestParam YearMonth month) {
        close.close(business, month);
        return "redirect:/ledger";
    }

    @GetMapping("/ledger/entries")
    String entries(Business business, @RequestParam(defaultValue = "") String account, Model model) {
        AccountCode code = account.isEmpty() ? null : AccountCode.valueOf(account);
        model.addAttribute(
                "postings",
                books.latest(business.id(), code, SHOWN).stream()
                        .map(p -> row(p, business))
                        .toList());
        model.addAttribute("account", account);
        model.addAttribute("shown", SHOWN);
        return "ledger/entries";
    }

    private static Row row(FindBooks.Balance b, Business business) {
        boolean foreign = !b.balance().currency().equals(business.currency());
        return new Row(
                "",
                "",
                b.name(),
                b.kind(),
                b.code().value(),
                "",
                debit(b.balance(), foreign),
                credit(b.balance(), foreign),
                foreign ? own(b.ownMinor(), business) : "");
    }

    private static Row row(FindBooks.Posted p, Business business) {
        boolean foreign = !p.amount().currency().equals(business.currency());
        return new Row(
                p.first() ? Texts.day(p.countsOn()) : "",
                p.first() && !p.countsOn().equals(p.day()) ? Texts.day(p.day()) : "",
                p.first() ? p.memo() : "",
                p.first() ? p.event().words() : "",
                p.account() + " " + p.accountName(),
                String.join("; ", p.tags()),
                debit(p.amount(), foreign),
                credit(p.amount(), foreign),
                foreign ? own(p.ownMinor(), business) : "");
    }

    private static String own(long minor, Business business) {
        return Texts.money(business.currency().getCurrencyCode(), minor);
    }

    private static String debit(Money amount, boolean foreign) {
        if (!amount.isPositive()) return "";
        return foreign ? amount.withCurrency() : amount.text();
    }

    private static String credit(Money amount, boolean foreign) {
        if (!amount.isNegative()) return "";
        return foreign ? amount.negated().withCurrency() : amount.negated().text();
    }
}
