package exactum.app.waiting;

import exactum.core.bank.WaitingKind;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.Valued;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;

/**
 * Money that begins to wait.
 *
 * @param account the waiting account that it was booked to
 * @param amount positive where it is to come in, negative where it is to go out
 * @param references what the bank may carry with it
 * @param words what it is, named
 * @param customer whose it is, or null
 * @param means the payment that it is, or null
 * @param source what made it wait; with kind and account it waits once
 * @param atProcessor how a payout names it, or null where it is none of a payout's
 */
public record NewWaiting(
        WaitingKind kind,
        AccountCode account,
        LocalDate since,
        Valued amount,
        List<String> references,
        String words,
        CustomerId customer,
        MeansId means,
        UUID source,
        AtProcessor atProcessor) {
    public NewWaiting {
        references = List.copyOf(references);
    }

    /** What no payout holds. */
    public NewWaiting(
            WaitingKind kind,
            AccountCode account,
            LocalDate since,
            Valued amount,
            List<String> references,
            String words,
            CustomerId customer,
            MeansId means,
            UUID source) {
        this(kind, account, since, amount, references, words, customer, means, source, null);
    }

    /**
     * How a payout names what waits.
     *
     * @param reference the processor's own
     * @param gross the amount before the processor's fee
     */
    public record AtProcessor(ProcessorId processor, String reference, Money gross) {}
}
