package exactum.core.matching;

import exactum.core.bank.WaitingKind;
import exactum.core.ids.ClaimId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.WaitingId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;

/** What a bank line may be. */
public sealed interface Candidate {

    /**
     * An open item.
     *
     * @param number of its document
     * @param discount what may be missing on the line's day because it pays early; zero for nothing
     */
    record Open(
            ClaimId claim,
            DocumentId document,
            String number,
            CustomerId customer,
            String customerName,
            LocalDate due,
            Money left,
            Money discount)
            implements Candidate {}

    /**
     * Money that waits for the bank.
     *
     * @param references what the bank may carry with it: a payout's reference, the numbers that were paid
     * @param name who sends or gets it, or empty
     */
    record Waiting(WaitingId item, WaitingKind kind, List<String> references, String name, LocalDate since, Money left)
            implements Candidate {
        public Waiting {
            references = List.copyOf(references);
        }
    }

    /** A document of which nothing is open any more; money for it again is a customer’s on account. */
    record Paid(DocumentId document, String number, CustomerId customer, String customerName) implements Candidate {}
}
