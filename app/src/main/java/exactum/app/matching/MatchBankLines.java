package exactum.app.matching;

import exactum.app.audit.Audit;
import exactum.app.ledger.Ledger;
import exactum.app.payouts.Payout;
import exactum.app.payouts.PayoutStore;
import exactum.app.payouts.TieOutPayout;
import exactum.app.setup.SetupStore;
import exactum.app.statements.BankLine;
import exactum.app.statements.StatementStore;
import exactum.core.matching.BankLineMatcher;
import exactum.core.matching.Proposal;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Joins bank lines to what they are: proposes with reasons, and applies what a person accepts. */
@Component
public class MatchBankLines {
    private final StatementStore statements;
    private final PayoutStore payouts;
    private final TieOutPayout tieOut;
    private final SetupStore setup;
    private final Ledger ledger;
    private final Audit audit;
    private final TransactionTemplate transaction;

    MatchBankLines(
            StatementStore statements,
            PayoutStore payouts,
            TieOutPayout tieOut,
            SetupStore setup,
            Ledger ledger,
            Audit audit,
            TransactionTemplate transaction) {
        this.statements = statements;
        this.payouts = payouts;
        this.tieOut = tieOut;
        this.setup = setup;
        this.ledger = ledger;
        this.audit = audit;
        this.transaction = transaction;
    }

    /** What the line may be, best first; changes nothing. */
    public List<Proposal> propose(BankLine line) {
        return line.matchedAs() != null ? List.of() : BankLineMatcher.propose(line.said(), payouts.withoutBankLine());
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

    /** Applies every proposal that is sure and answers how many; each in a transaction of its own. */
    public int acceptSure() {
        int accepted = 0;
        for (BankLine line : statements.homeless(500)) {
            Proposal best = propose(line).stream().findFirst().orElse(null);
            if (best == null || !best.isSure()) continue;
            transaction.executeWithoutResult(s -> accept(line.id(), best));
            accepted++;
        }
        return accepted;
    }

    private void accept(UUID line, Proposal proposal) {
        switch (proposal.kind()) {
            case PAYOUT -> acceptPayout(line, proposal.payout());
            case BANK_CHARGE -> acceptBankCharge(line);
        }
    }

    private static Refusal taken() {
        return new Refusal("match.taken", "Somebody gave this line a home meanwhile. Nothing was booked.");
    }
}
