package exactum.app.tieout;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.ClosePeriod;
import exactum.app.ledger.FindBooks;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ledger.AccountCode;
import exactum.core.ledger.Periods;
import exactum.core.problem.Refusal;
import exactum.core.tieout.SignOff;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The end of a month: its tie-outs are signed, one by one, by persons; once all are, it closes. */
@Component
public class MonthEnds {
    private final AccountTieOuts tieOuts;
    private final SignatureStore store;
    private final FindBooks books;
    private final ClosePeriod periods;
    private final BusinessClock clock;
    private final Audit audit;

    MonthEnds(
            AccountTieOuts tieOuts,
            SignatureStore store,
            FindBooks books,
            ClosePeriod periods,
            BusinessClock clock,
            Audit audit) {
        this.tieOuts = tieOuts;
        this.store = store;
        this.books = books;
        this.periods = periods;
        this.clock = clock;
        this.audit = audit;
    }

    /** The month whose turn it is: the one after the last closed; before any was closed, the one before today's. */
    @Transactional(readOnly = true)
    public YearMonth next(BusinessId business) {
        YearMonth through = books.periods(business).closedThrough();
        return through == null ? YearMonth.from(clock.today(business)).minusMonths(1) : through.plusMonths(1);
    }

    @Transactional(readOnly = true)
    public MonthEnd of(BusinessId business, YearMonth month) {
        Periods periods = books.periods(business);
        boolean closed = !periods.isOpen(month.atDay(1));
        boolean next = periods.closedThrough() == null
                || month.equals(periods.closedThrough().plusMonths(1));
        List<Signature> signatures = store.of(business, month);
        List<MonthEnd.Line> lines = tieOuts.all(business, month.atEndOfMonth()).stream()
                .map(t -> new MonthEnd.Line(
                        t, counting(signatures, t), SignOff.endsEarly(t.asOf(), month.atEndOfMonth())))
                .toList();
        return new MonthEnd(
                month,
                closed,
                next,
                month.atEndOfMonth().isBefore(clock.today(business)),
                lines,
                signatures.stream().filter(s -> s.withdrawn() != null).toList(),
                store.draftsIn(business, month));
    }

    private static Signature counting(List<Signature> signatures, AccountTieOut t) {
        return signatures.stream()
                .filter(s -> s.withdrawn() == null)
                .filter(s -> s.account().equals(t.account())
                        && s.said().currency().equals(t.said().currency()))
                .findFirst()
                .orElse(null);
    }

    /** Signs the tie-out of an account as it stands now; one that was signed and has changed since is signed in its place. */
    @Transactional
    public void sign(BusinessId business, YearMonth month, AccountCode account, String currency, String note) {
        periods.hold(business);
        MonthEnd end = of(business, month);
        if (end.closed()) throw closed(month);
        if (!end.over())
            throw new Refusal(
                    "tie-out.early",
                    "%s is not over yet, so its tie-out cannot be signed. Nothing was saved."
                            .formatted(Texts.month(month)));
        MonthEnd.Line line = end.lines().stream()
                .filter(l -> l.isOf(account, currency))
                .findFirst()
                .orElseThrow(NotHere::new);
        AccountTieOut t = line.tieOut();
        if (line.isSigned())
            throw new Refusal(
                    "tie-out.signed",
                    "%s was signed by %s already. Nothing was saved."
                            .formatted(t.name(), line.signature().signedBy()));
        SignOff.require(t.name(), t.unexplained(), t.gap() != null, t.asOf(), month.atEndOfMonth(), note);
        if (line.isChanged())
            store.withdraw(
                    business, line.signature(), clock.today(business), Audit.who(), "it changed since it was signed");
        LocalDate today = clock.today(business);
        store.insert(
                business,
                new Signature(
                        Ids.next(),
                        month,
                        t.account(),
                        t.name(),
                        t.asOf(),
                        t.said(),
                        t.booked(),
                        t.items().stream().map(Signature.Seen::of).toList(),
                        note,
                        today,
                        Audit.who(),
                        null));
        audit.record(
                business,
                "signed a tie-out",
                "%s, %s: %s".formatted(t.name(), Texts.month(month), t.booked().withCurrency()));
    }

    /** Withdraws a signature of an open month. */
    @Transactional
    public void withdraw(BusinessId business, YearMonth month, AccountCode account, String currency, String because) {
        periods.hold(business);
        if (!books.periods(business).isOpen(month.atDay(1))) throw closed(month);
        if (because.isBlank())
            throw new Refusal("tie-out.because", "Why it is withdrawn is missing. Nothing was changed.").at("because");
        Signature signature = store.of(business, month).stream()
                .filter(s -> s.withdrawn() == null)
                .filter(s -> s.account().equals(account)
                        && s.said().currency().getCurrencyCode().equals(currency))
                .findFirst()
                .orElseThrow(NotHere::new);
        if (store.withdraw(business, signature, clock.today(business), Audit.who(), because))
            audit.record(
                    business,
                    "withdrew a signature",
                    "%s, %s: %s".formatted(signature.name(), Texts.month(month), because));
    }

    /** Closes the month: it is over, it is its turn, and each of its tie-outs is signed as it stands now. */
    @Transactional
    public void close(BusinessId business, YearMonth month) {
        periods.hold(business);
        books.periods(business).closing(month);
        MonthEnd end = of(business, month);
        if (!end.over())
            throw new Refusal("period.early", "%s is not over yet. Nothing was closed.".formatted(Texts.month(month)));
        List<MonthEnd.Line> waiting = end.waiting();
        if (!waiting.isEmpty())
            throw new Refusal(
                    "period.unsigned",
                    "%s of %s %s to be signed first: %s. Nothing was closed."
                            .formatted(
                                    Texts.count(waiting.size(), "tie-out", "tie-outs"),
                                    Texts.month(month),
                                    waiting.size() == 1 ? "has" : "have",
                                    String.join(
                                            ", ",
                                            waiting.stream()
                                                    .map(l -> l.tieOut().name())
                                                    .distinct()
                                                    .toList())));
        periods.close(business, month);
    }

    private static Refusal closed(YearMonth month) {
        return new Refusal(
                "period.closed",
                "%s is closed, and so are its tie-outs. Nothing was changed.".formatted(Texts.month(month)));
    }
}
