package exactum.app.payouts;

import exactum.app.audit.Audit;
import exactum.app.cards.Connections;
import exactum.app.cards.RefundFailed;
import exactum.app.chargebacks.TakeInChargebacks;
import exactum.app.installation.Settings;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.Ledger;
import exactum.app.setup.FindSetup;
import exactum.app.setup.ProcessorAccount;
import exactum.app.setup.Processors;
import exactum.app.waiting.NewWaiting;
import exactum.app.waiting.Wait;
import exactum.core.bank.PayoutReport;
import exactum.core.bank.WaitingKind;
import exactum.core.card.NoAnswer;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.PayoutId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import exactum.core.problem.Refusal;
import exactum.formats.LimitedInput;
import exactum.formats.csv.PayoutCsv;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Imports payouts, from a file or from the processor's API: each once, whole or not at all. Their money is on its way then. */
@Component
public class ImportPayouts {
    private final FindSetup setup;
    private final Processors processors;
    private final PayoutStore payouts;
    private final TakeInChargebacks chargebacks;
    private final MatchPayout match;
    private final EarlyPayouts early;
    private final Wait wait;
    private final FindBooks books;
    private final Ledger ledger;
    private final Connections connections;
    private final Settings settings;
    private final Audit audit;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transaction;

    ImportPayouts(
            FindSetup setup,
            Processors processors,
            PayoutStore payouts,
            TakeInChargebacks chargebacks,
            MatchPayout match,
            EarlyPayouts early,
            Wait wait,
            FindBooks books,
            Ledger ledger,
            Connections connections,
            Settings settings,
            Audit audit,
            ApplicationEventPublisher events,
            TransactionTemplate transaction) {
        this.setup = setup;
        this.processors = processors;
        this.payouts = payouts;
        this.chargebacks = chargebacks;
        this.match = match;
        this.early = early;
        this.wait = wait;
        this.books = books;
        this.ledger = ledger;
        this.connections = connections;
        this.settings = settings;
        this.audit = audit;
        this.events = events;
        this.transaction = transaction;
    }

    /** Imports a file of the processor's. */
    public PayoutId fromFile(BusinessId business, ProcessorId processorId, String fileName, InputStream file) {
        ProcessorAccount processor = setup.processor(business, processorId);
        PayoutReport report = read(fileName, file);
        return transaction.execute(s -> store(processor, report)
                .orElseThrow(() -> new Refusal(
                        "payout.again",
                        "Payout %s was imported before. Nothing was stored again.".formatted(report.reference()))));
    }

    /** Fetches what is new of a processor and answers how many payouts were imported. */
    public int fetch(ProcessorAccount processor) {
        if (!processor.isOn()) return 0;
        early.askAgain(processor);
        int imported = 0;
        for (String reference :
                ask(processor, () -> connections.to(processor).payoutsAfter(processor.payoutsReadTo()))) {
            PayoutReport report = ask(processor, () -> connections.to(processor).payout(reference));
            imported += transaction.execute(s -> {
                boolean fresh = store(processor, report).isPresent();
                processors.payoutsReadTo(processor.business(), processor.id(), report.reference());
                return fresh ? 1 : 0;
            });
        }
        return imported;
    }

    private PayoutReport read(String fileName, InputStream file) {
        try {
            return PayoutCsv.read(new LimitedInput(file, settings.payoutLimitKb() * 1024));
        } catch (Refusal refused) {
            throw refused.of(fileName);
        }
    }

    private static <T> T ask(ProcessorAccount processor, Supplier<T> question) {
        try {
            return question.get();
        } catch (NoAnswer noAnswer) {
            throw new Refusal(
                    "payout.unreachable",
                    "%s gives no payouts at %s: %s. Nothing more was stored. Try again later, or import its file."
                            .formatted(processor.name(), processor.address(), noAnswer.getMessage()));
        }
    }

    private Optional<PayoutId> store(ProcessorAccount processor, PayoutReport report) {
        if (!report.currency().equals(processor.currency())) {
            throw new Refusal(
                    "payout.currency",
                    "Payout %s is in %s, the account at %s in %s. Nothing was stored."
                            .formatted(report.reference(), report.currency(), processor.name(), processor.currency()));
        }
        BusinessId business = processor.business();
        payouts.oneAtATime(processor.id());
        Optional<PayoutId> stored =
                payouts.begin(processor, report, books.periods(business).countsOn(report.salesOn()));
        stored.ifPresent(id -> {
            onItsWay(processor, report, id);
            contested(processor, report);
            sentBack(processor, report);
            match.read(processor, id, report);
            audit.record(business, "imported a payout", report.reference());
        });
        return stored;
    }

    /** Chargebacks that the processor did not tell of before, and those that it pays back. */
    private void contested(ProcessorAccount processor, PayoutReport report) {
        List<PayoutReport.Line> all = report.lines().stream()
                .filter(l ->
                        l.kind() == PayoutReport.Kind.CHARGEBACK && !l.named().isEmpty())
                .toList();
        if (all.isEmpty()) return;
        Set<String> known = chargebacks.known(
                processor, all.stream().map(PayoutReport.Line::named).toList());
        all.stream()
                .filter(l -> !l.gross().isNegative() || !known.contains(l.named()))
                .forEach(l -> chargebacks.told(processor, chargeback(report, l)));
    }

    /** Refunds that came back, of which nobody told before. */
    private void sentBack(ProcessorAccount processor, PayoutReport report) {
        report.lines().stream()
                .filter(l ->
                        l.kind() == PayoutReport.Kind.CORRECTION && l.gross().isPositive())
                .forEach(l -> events.publishEvent(new RefundFailed(processor, l.named(), l.gross(), l.description())));
    }

    private static ProcessorPort.Chargeback chargeback(PayoutReport report, PayoutReport.Line line) {
        Money alone = Money.sum(
                report.currency(),
                report.lines().stream()
                        .filter(l -> l.kind() == PayoutReport.Kind.FEE
                                && l.reference().equals(line.named()))
                        .map(PayoutReport.Line::fee)
                        .toList());
        return new ProcessorPort.Chargeback(
                line.named(),
                line.saleReference(),
                line.gross().abs(),
                line.fee().isNegative() ? alone : line.fee().plus(alone),
                line.description(),
                line.occurredOn(),
                null,
                line.gross().isNegative() ? ProcessorPort.Contest.OPEN : ProcessorPort.Contest.WON);
    }

    private void onItsWay(ProcessorAccount processor, PayoutReport report, PayoutId id) {
        if (report.net().isZero()) return;
        BusinessId business = processor.business();
        Valued net = setup.rate(business, report.currency(), report.salesOn())
                .value(report.net())
                .value();
        ledger.bookings(business)
                .payoutRead(
                        id,
                        report.reference(),
                        report.salesOn(),
                        net,
                        processor.accounts().clearing(),
                        processor.accounts().payouts())
                .ifPresent(e -> ledger.book(business, e));
        wait.begin(
                business,
                new NewWaiting(
                        WaitingKind.PAYOUT,
                        processor.accounts().payouts(),
                        report.salesOn(),
                        net,
                        List.of(report.reference()),
                        "payout %s of %s".formatted(report.reference(), processor.name()),
                        null,
                        null,
                        id.value()));
    }
}
