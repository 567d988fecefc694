package exactum.app.matching;

import exactum.app.audit.Audit;
import exactum.app.clock.BusinessClock;
import exactum.app.documents.Invoice;
import exactum.app.documents.InvoiceStore;
import exactum.app.ledger.Ledger;
import exactum.app.payouts.Payout;
import exactum.app.payouts.PayoutStore;
import exactum.app.payouts.TieOutPayout;
import exactum.app.receipts.Incoming;
import exactum.app.receipts.TakeMoney;
import exactum.app.setup.SetupStore;
import exactum.app.statements.BankLine;
import exactum.app.statements.StatementStore;
import exactum.core.matching.BankLineMatcher;
import exactum.core.matching.Proposal;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.UUID;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Joins bank lines to what they are: proposes with reasons, and applies what a person accepts. */
@Component
public class MatchBankLines {
    private final StatementStore statements;
    private final PayoutStore payouts;
    private final InvoiceStore invoices;
    private final TakeMoney takeMoney;
    private final TieOutPayout tieOut;
    private final SetupStore setup;
    private final Ledger ledger;
    private final BusinessClock clock;
    private final Audit audit;
    private final TransactionTemplate transaction;

    MatchBankLines(
            StatementStore statements,
            PayoutStore payouts,
            InvoiceStore invoices,
            TakeMoney takeMoney,
            TieOutPayout tieOut,
            SetupStore setup,
            Ledger ledger,
            BusinessClock clock,
            Audit audit,
            TransactionTemplate transaction) {
        this.statements = statements;
        this.payouts = payouts;
        this.invoices = invoices;
        this.takeMoney = takeMoney;
        this.tieOut = tieOut;
        this.setup = setup;
        this.ledger = ledger;
        this.clock = clock;
        this.audit = audit;
        this.transaction = transaction;
    }

    /** A line without a home and what it most likely is, or null. */
    public record Homeless(BankLine line, Proposal best) {}

    /** What the line may be, best first; changes nothing. */
    public List<Proposal> propose(BankLine line) {
        return line.matchedAs() != null ? List.of() : propose(List.of(line)).getFirst();
    }

    /** The oldest lines without a home with their best proposals. */
    public List<Homeless> homeless(int most) {
        List<BankLine> lines = statements.homeless(most);
        List<List<Proposal>> proposals = propose(lines);
        return IntStream.range(0, lines.size())
                .mapToObj(i -> new Homeless(
                        lines.get(i), proposals.get(i).stream().findFirst().orElse(null)))
                .toList();
    }

    private List<List<Proposal>> propose(List<BankLine> lines) {
        if (lines.isEmpty()) return List.of();
        var openPayouts = payouts.withoutBankLine();
        var numbers = lines.stream()
                .flatMap(l -> BankLineMatcher.words(l.said()).stream())
                .distinct()
                .toList();
        var openInvoices = invoices.open(numbers, clock.today()).stream()
                .map(i -> new BankLineMatcher.OpenInvoice(
                        i.id(), i.number(), i.customer(), Money.ofMinor(i.currency(), i.openMinor())))
                .toList();
        return lines.stream()
                .map(l -> BankLineMatcher.propose(l.said(), openPayouts, openInvoices))
                .toList();
    }

    /** Takes the line as a transfer for an open invoice, in full or in part; more than is open has no home yet. */
    @Transactional
    public void acceptTransfer(UUID lineId, UUID invoiceId) {
        BankLine line = statements.lockLine(lineId);
        if (line.matchedAs() != null) throw taken();
        if (!line.amount().isPositive())
            throw new Refusal("match.not-a-transfer", "Money went out with this line. Nothing was booked.");
        Invoice invoice = invoices.lock(invoiceId);
        if (line.amount().compareTo(invoice.open()) > 0) {
            throw new Refusal(
                    "match.over",
                    "The line is %s but only %s is open on %s. Nothing was booked, since %s would have no home."
                            .formatted(
                                    line.amount().text(),
                                    invoice.open().text(),
                                    invoice.number(),
                                    line.amount().minus(invoice.open()).text()));
        }
        String bank = setup.bankAccount(line.bankAccountId()).account();
        String sender = line.counterparty().isEmpty() ? "transfer" : line.counterparty();
        var taken = takeMoney
                .take(
                        invoice,
                        Incoming.transfer(lineId, sender, line.bookedOn(), line.amount()),
                        receipt -> ledger.bookings()
                                .transferReceived(
                                        line.bookedOn(),
                                        receipt,
                                        invoice.number(),
                                        invoice.customerId(),
                                        invoice.id(),
                                        line.amount(),
                                        bank))
                .orElseThrow(MatchBankLines::taken);
        if (!statements.match(lineId, "transfer", taken.entry(), Audit.who())) throw taken();
        audit.record("joined a bank line to an invoice", invoice.number());
    }

    /** Accepts a payout for the line; refused unless it explains the line to the cent, or if either is taken. */
    @Transactional
    public void acceptPayout(UUID lineId, UUID payoutId) {
        BankLine line = statements.lockLine(lineId);
        Payout payout = payouts.lock(payoutId);
        if (line.matchedAs() != null) throw taken();
        if (!payout.net().equals(line.amount())) {
            throw new Refusal(
                    "match.remainder",
                    "The line is %s but payout %s is %s. Nothing was booked, since %s would have no home."
                            .formatted(
                                    line.amount().text(),
                                    payout.reference(),
                                    payout.net().text(),
                                    line.amount().minus(payout.net()).text()));
        }
        if (!payouts.land(payoutId, lineId)) {
            throw new Refusal(
                    "match.twice",
                    "Payout %s has its bank line already; taking this one too would count the money twice. Nothing was booked."
                            .formatted(payout.reference()));
        }
        String bank = setup.bankAccount(line.bankAccountId()).account();
        UUID entry = ledger.book(ledger.bookings()
                .payoutLanded(
                        line.bookedOn(),
                        payoutId,
                        payout.reference(),
                        payout.net(),
                        bank,
                        setup.processor(payout.processorId()).clearingAccount()));
        if (!statements.match(lineId, "payout", entry, Audit.who())) throw taken();
        tieOut.tieOutIfEven(payoutId);
        audit.record("joined a bank line to a payout", payout.reference());
    }

    /** Books the line as a charge of the bank's. */
    @Transactional
    public void acceptBankCharge(UUID lineId) {
        BankLine line = statements.lockLine(lineId);
        if (line.matchedAs() != null) throw taken();
        if (!line.amount().isNegative())
            throw new Refusal(
                    "match.not-a-charge", "Money came in with this line, so it is no charge. Nothing was booked.");
        String bank = setup.bankAccount(line.bankAccountId()).account();
        UUID entry = ledger.book(ledger.bookings()
                .bankCharge(
                        line.bookedOn(),
                        lineId,
                        "Bank charge: " + line.words(),
                        line.amount().negated(),
                        bank));
        if (!statements.match(lineId, "bank charge", entry, Audit.who())) throw taken();
        audit.record("booked a bank charge", line.words());
    }

    /** Applies every proposal that is sure and answers how many; each by itself, so that one that is refused stops none. */
    public int acceptSure() {
        int accepted = 0;
        for (Homeless one : homeless(500)) {
            if (one.best() == null || !one.best().isSure()) continue;
            accepted += applied(one) ? 1 : 0;
        }
        return accepted;
    }

    private boolean applied(Homeless one) {
        try {
            transaction.executeWithoutResult(s -> accept(one.line().id(), one.best()));
            return true;
        } catch (Refusal takenMeanwhile) {
            return false;
        }
    }

    private void accept(UUID line, Proposal proposal) {
        switch (proposal.kind()) {
            case PAYOUT -> acceptPayout(line, proposal.target());
            case TRANSFER -> acceptTransfer(line, proposal.target());
            case BANK_CHARGE -> acceptBankCharge(line);
        }
    }

    private static Refusal taken() {
        return new Refusal("match.taken", "Somebody gave this line a home meanwhile. Nothing was booked.");
    }
}
