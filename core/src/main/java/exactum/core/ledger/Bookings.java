package exactum.core.ledger;

import exactum.core.ids.BankAccountId;
import exactum.core.ids.BankLineId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.EntryId;
import exactum.core.ids.MatchId;
import exactum.core.ids.NewIds;
import exactum.core.ids.PayoutId;
import exactum.core.money.Valued;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * The entries of events that settle nothing: what was issued, what the bank and the processor said, and what a part of
 * that turned out to be. Accrual, by common practice; no published source.
 *
 * @param accounts the accounts by their parts
 * @param ids where entries get their ids from
 */
public record Bookings(Accounts accounts, NewIds ids) {

    /**
     * What a document books to an income or deposit account.
     *
     * @param account where
     * @param net without tax
     * @param tags of its lines
     */
    public record Income(AccountCode account, Valued net, List<String> tags) {}

    /**
     * An invoice on its own date, whenever it was made: receivable against income and output tax.
     *
     * @param incomes in any order; those that come to nothing are left out
     * @param title as printed: {@code Invoice LW-1}
     * @param tax all of it, with its worth
     */
    public Entry invoiceIssued(
            DocumentId document, String title, CustomerId customer, LocalDate date, List<Income> incomes, Valued tax) {
        EntryWriter entry = writer(Event.INVOICE_ISSUED, document.value(), date, title);
        Valued gross = tax;
        for (Income income : incomes) gross = gross.plus(income.net());
        entry.debit(accounts.of(AccountRole.RECEIVABLES), gross, customer, document);
        for (Income income : incomes) entry.credit(income.account(), income.net(), null, document, income.tags());
        return entry.credit(accounts.of(AccountRole.OUTPUT_TAX), tax, null, document)
                .done()
                .orElseThrow();
    }

    /** What a bank account held when the books were opened. */
    public Entry openingBalance(
            BankAccountId account, String name, LocalDate openedOn, Valued balance, AccountCode bank) {
        return writer(Event.OPENING_BALANCE, account.value(), openedOn, "Opening balance of " + name)
                .debit(bank, balance)
                .credit(accounts.of(AccountRole.OPENING), balance)
                .done()
                .orElseThrow();
    }

    /** A bank line as it is read: the bank against unplaced money. */
    public Entry bankLineRead(BankLineId line, String words, LocalDate bookedOn, Valued amount, AccountCode bank) {
        return writer(Event.BANK_LINE_READ, line.value(), bookedOn, "Bank line: " + words)
                .debit(bank, amount)
                .credit(accounts.of(AccountRole.UNPLACED), amount)
                .done()
                .orElseThrow();
    }

    /** A payout as it is read: what the processor sends leaves its clearing account and is on its way. */
    public Optional<Entry> payoutRead(
            PayoutId payout,
            String reference,
            LocalDate salesOn,
            Valued net,
            AccountCode clearing,
            AccountCode onTheWay) {
        return writer(Event.PAYOUT_READ, payout.value(), salesOn, "Payout " + reference)
                .debit(onTheWay, net)
                .credit(clearing, net)
                .done();
    }

    /** The fee that a processor states with a sale. */
    public Entry processorFee(
            UUID source,
            String words,
            LocalDate on,
            Valued fee,
            AccountCode fees,
            List<String> tags,
            AccountCode clearing) {
        return writer(Event.PROCESSOR_FEE, source, on, words)
                .debit(fees, fee, null, null, tags)
                .credit(clearing, fee)
                .done()
                .orElseThrow();
    }

    /** What a bank takes for what came back, on its own day, while its line is still to come. */
    public Entry bankFee(
            UUID source,
            String words,
            LocalDate on,
            Valued fee,
            AccountCode account,
            List<String> tags,
            AccountCode waits) {
        return writer(Event.BANK_FEE, source, on, words)
                .debit(account, fee, null, null, tags)
                .credit(waits, fee)
                .done()
                .orElseThrow();
    }

    /**
     * A part of a line that turned out to be something that stands on an account: money that waited there, a charge, a
     * fee, an own transfer. Nothing, where it stands on the line's own account already.
     *
     * @param from where the unexplained part of the line stands: unplaced money, or the clearing account of a payout
     * @param part of the line, signed as the line
     * @param to where the other side stands
     * @param worth what the other side is worth; differs from the part's worth only between currencies
     */
    public Optional<Entry> lineMatched(
            MatchId match, String words, LocalDate on, AccountCode from, Valued part, AccountCode to, Valued worth) {
        if (from.equals(to) && part.equals(worth)) return Optional.empty();
        EntryWriter entry = writer(Event.LINE_MATCHED, match.value(), on, words).debit(from, part);
        if (!part.equals(worth)) entry.exchange(part, worth, accounts);
        return entry.credit(to, worth).done();
    }

    /** The same, for what a person or a rule books to an account, with tags of their own. */
    public Optional<Entry> lineBooked(
            MatchId match,
            String words,
            LocalDate on,
            AccountCode from,
            Valued part,
            AccountCode to,
            List<String> tags) {
        return writer(Event.LINE_MATCHED, match.value(), on, words)
                .debit(from, part)
                .credit(to, part, null, null, tags)
                .done();
    }

    /** A contested sale: its money is in dispute, the invoice stays paid. */
    public Entry chargebackOpened(UUID chargeback, String words, LocalDate on, Valued amount, AccountCode clearing) {
        return writer(Event.CHARGEBACK_OPENED, chargeback, on, words)
                .debit(accounts.of(AccountRole.DISPUTED), amount)
                .credit(clearing, amount)
                .done()
                .orElseThrow();
    }

    /** A contested sale that was won: its money is the processor’s to pay out again. */
    public Entry chargebackWon(UUID chargeback, String words, LocalDate on, Valued amount, AccountCode clearing) {
        return writer(Event.CHARGEBACK_WON, chargeback, on, words)
                .debit(clearing, amount)
                .credit(accounts.of(AccountRole.DISPUTED), amount)
                .done()
                .orElseThrow();
    }

    /** What stays in dispute beyond the payment, since that was refunded before: a person says where it belongs. */
    public Entry chargebackSettled(
            UUID chargeback, String words, LocalDate on, Valued amount, AccountCode account, List<String> tags) {
        return writer(Event.CHARGEBACK_SETTLED, chargeback, on, words)
                .debit(account, amount, null, null, tags)
                .credit(accounts.of(AccountRole.DISPUTED), amount)
                .done()
                .orElseThrow();
    }

    /**
     * The same, won after all: what was booked to an account comes off it, and is the processor’s to pay out again.
     *
     * @param settled the entry of {@link #chargebackSettled}
     */
    public Entry chargebackWonLate(UUID chargeback, Entry settled, LocalDate on, AccountCode clearing) {
        AccountCode disputed = accounts.of(AccountRole.DISPUTED);
        EntryWriter entry = writer(Event.CHARGEBACK_UNSETTLED, chargeback, on, "Chargeback won: " + settled.memo())
                .reversing(settled.id());
        for (Posting p : settled.postings()) {
            Valued value = new Valued(p.amount(), p.own()).negated();
            entry.debit(
                    p.account().equals(disputed) ? clearing : p.account(), value, p.customer(), p.document(), p.tags());
        }
        return entry.done().orElseThrow();
    }

    private EntryWriter writer(Event event, UUID source, LocalDate day, String memo) {
        return new EntryWriter(new EntryId(ids.next()), event, source, day, memo);
    }
}
