package exactum.core.ledger;

import exactum.core.ledger.Entry.Event;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/** The postings of every event (accrual, by common practice; no published source). */
public record Bookings(Accounts accounts) {

    /**
     * An invoice, on its own date: receivable against income by account and output tax.
     *
     * @param incomeByAccount net by income account; accounts with a zero sum are left out
     */
    public Entry invoiceIssued(
            LocalDate invoiceDate,
            UUID invoice,
            String number,
            UUID customer,
            Money gross,
            Money tax,
            Map<String, Money> incomeByAccount) {
        var postings = new ArrayList<Posting>();
        postings.add(new Posting(accounts.receivables(), gross, customer, invoice));
        incomeByAccount.forEach((account, net) -> {
            if (!net.isZero()) postings.add(new Posting(account, net.negated(), null, invoice));
        });
        if (!tax.isZero()) postings.add(new Posting(accounts.outputTax(), tax.negated(), null, invoice));
        return new Entry(invoiceDate, Event.INVOICE_ISSUED, invoice, "Invoice " + number, postings);
    }

    /**
     * A card sale when it is captured: the gross clears the receivable and sits at the processor, less the fee that
     * the processor states with the sale.
     *
     * @param fee zero if the processor states it only with the payout
     */
    public Entry cardSale(
            LocalDate capturedOn,
            UUID receipt,
            String number,
            UUID customer,
            UUID invoice,
            Money gross,
            Money fee,
            String clearing,
            String fees) {
        var postings = new ArrayList<Posting>();
        postings.add(new Posting(clearing, gross, null, null));
        postings.add(new Posting(accounts.receivables(), gross.negated(), customer, invoice));
        if (!fee.isZero()) {
            postings.add(new Posting(fees, fee, null, null));
            postings.add(new Posting(clearing, fee.negated(), null, null));
        }
        return new Entry(capturedOn, Event.CARD_SALE, receipt, "Card payment of invoice " + number, postings);
    }

    /** A transfer when its bank line is there: the bank against the receivable. */
    public Entry transferReceived(
            LocalDate bookedOn, UUID receipt, String number, UUID customer, UUID invoice, Money amount, String bank) {
        return new Entry(
                bookedOn,
                Event.TRANSFER_RECEIVED,
                receipt,
                "Transfer for invoice " + number,
                List.of(
                        new Posting(bank, amount, null, null),
                        new Posting(accounts.receivables(), amount.negated(), customer, invoice)));
    }

    /** A payout when its bank line is there: the bank against the clearing account. */
    public Entry payoutLanded(
            LocalDate bookedOn, UUID payout, String reference, Money net, String bank, String clearing) {
        return twoSided(bookedOn, Event.PAYOUT_LANDED, payout, "Payout " + reference, bank, clearing, net);
    }

    /** A fee that a payout holds and the books did not have. */
    public Entry processorFee(LocalDate on, UUID source, String words, Money fee, String fees, String clearing) {
        return twoSided(on, Event.PROCESSOR_FEE, source, words, fees, clearing, fee);
    }

    /**
     * What the bank takes for itself.
     *
     * @param charge positive
     */
    public Entry bankCharge(LocalDate bookedOn, UUID bankLine, String words, Money charge, String bank) {
        return twoSided(bookedOn, Event.BANK_CHARGE, bankLine, words, accounts.bankCharges(), bank, charge);
    }

    /** What a bank account held when the books were opened. */
    public Entry openingBalance(LocalDate openedOn, UUID bankAccount, String name, Money balance, String bank) {
        return twoSided(
                openedOn,
                Event.OPENING_BALANCE,
                bankAccount,
                "Opening balance of " + name,
                bank,
                accounts.equity(),
                balance);
    }

    private static Entry twoSided(
            LocalDate on, Event event, UUID source, String memo, String debit, String credit, Money sum) {
        return new Entry(
                on,
                event,
                source,
                memo,
                List.of(new Posting(debit, sum, null, null), new Posting(credit, sum.negated(), null, null)));
    }
}
