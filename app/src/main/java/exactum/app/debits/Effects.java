package exactum.app.debits;

import exactum.app.bank.BankLine;
import exactum.app.setup.Account;
import exactum.core.collection.Back;
import exactum.core.collection.Retrying;
import exactum.core.ids.MeansId;
import exactum.core.mandate.MandateState;
import exactum.core.money.Money;
import exactum.core.scheme.ReturnReason;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What taking something in that came back would do.
 *
 * @param debit the collection that it is, or null while nobody knows
 * @param proposals which it may be, where its reference got lost
 * @param means the payment that it became, or null
 * @param problem why it cannot be taken in, or null
 * @param money whether money is taken out of the books by it; not where that was done before
 * @param retry when it is tried again, or null
 * @param mandateTo the state that its mandate goes to, or null where it stays
 * @param charges where it is booked what the bank takes for it
 * @param charge the bank's line of its own by which it takes that, or null
 * @param fee what the payer can be billed for it, zero for nothing
 * @param isTold whether the payer gets a message
 */
public record Effects(
        CameBack cameBack,
        DebitStore.Debit debit,
        List<DebitStore.Debit> proposals,
        MeansId means,
        String problem,
        Back kind,
        ReturnReason reason,
        boolean money,
        Retrying retry,
        MandateState mandateTo,
        Charges charges,
        BankLine charge,
        Money fee,
        boolean isTold) {

    /** The account of what the bank takes, and the tags of its posting. */
    public record Charges(Account account, List<String> tags) {
        public String words() {
            return Stream.concat(Stream.of(account.label()), tags.stream()).collect(Collectors.joining(", "));
        }
    }
}
