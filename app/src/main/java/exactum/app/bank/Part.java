package exactum.app.bank;

import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.WaitingId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.settlement.Policy;
import java.util.List;
import java.util.UUID;

/** What a part of a line is. Its amount is signed as the line. */
public sealed interface Part {
    Money amount();

    /** Money that waited for it. */
    record Waiting(WaitingId item, Money amount) implements Part {}

    /** Money of a customer that nobody recorded yet; it settles what the policy says, the rest is on account. */
    record Payment(CustomerId customer, Money amount, Policy policy) implements Part {}

    /**
     * A payment that went back.
     *
     * @param reason in words; empty where the line itself says it
     */
    record Return(MeansId means, Money amount, String reason) implements Part {
        public Return(MeansId means, Money amount) {
            this(means, amount, "");
        }
    }

    /** Credit on account that was given back. */
    record Refund(MeansId drawnOn, Money amount) implements Part {}

    /** Money that was given back before its credit note, which is made of a document now. */
    record CreditNote(DocumentId document, Money amount) implements Part {}

    /**
     * Booked to an account: a charge, a fee, interest.
     *
     * @param tags of its posting
     * @param rule the standing rule that says so, or null
     */
    record ToAccount(AccountCode account, Money amount, List<String> tags, UUID rule) implements Part {
        public ToAccount {
            tags = List.copyOf(tags);
        }

        public ToAccount(AccountCode account, Money amount) {
            this(account, amount, List.of(), null);
        }
    }

    /** Held back by a processor for a while, under its reference. */
    record Reserve(ProcessorId processor, String reference, Money amount) implements Part {}

    /** On its way between two accounts of our own. */
    record OwnTransfer(Money amount) implements Part {}
}
