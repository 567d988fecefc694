package exactum.app.mandates;

import exactum.core.collection.Covering;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MandateId;
import exactum.core.ids.RecurringId;
import exactum.core.mandate.Allows;
import exactum.core.mandate.Authority;
import exactum.core.mandate.MandateState;
import exactum.core.mandate.Usage;
import exactum.core.scheme.MandateReference;
import java.time.LocalDate;

/**
 * A payer's authority to debit an account; the account's number is shown by its ending only.
 *
 * @param amended what the bank is told with the next collection
 * @param since the day of the latest thing that happened to it
 * @param replacedBy the mandate that took its place, or null
 * @param revision raised by each change
 */
public record Mandate(
        MandateId id,
        MandateReference reference,
        CustomerId customer,
        String customerName,
        Authority authority,
        MandateState state,
        Payer payer,
        Way way,
        Amended amended,
        MandateId replacedBy,
        Usage usage,
        LocalDate madeOn,
        LocalDate since,
        int revision) {

    /**
     * Whose account it is.
     *
     * @param bic of their bank, or empty
     */
    public record Payer(String name, String ending, String bic) {}

    /** What changed since the last collection. */
    public record Amended(String formerReference, boolean isNewAccount) {
        static final Amended NOTHING = new Amended("", false);
    }

    /** What a mandate is for; one of them is set. */
    public record Cover(CustomerId customer, RecurringId recurring, DocumentId document) {
        public static Cover of(CustomerId customer) {
            return new Cover(customer, null, null);
        }

        public static Cover of(RecurringId recurring) {
            return new Cover(null, recurring, null);
        }

        public static Cover of(DocumentId document) {
            return new Cover(null, null, document);
        }
    }

    /** As a plan looks at it. */
    public Covering covering() {
        return new Covering(id, reference, authority, state, usage, revision);
    }

    /** How many more may be collected, or null for any number. */
    public Integer left() {
        return Allows.left(authority, usage);
    }

    /** The day after which it lapses if it is not used. */
    public LocalDate lapsesAfter(LocalDate today) {
        return Allows.lapsesAfter(authority, usage, today);
    }

    /** The name of its mark. */
    public String mark() {
        return switch (state) {
            case ACTIVE -> "paid";
            case AWAITING_BANK -> "flight";
            case SUSPENDED -> "part";
            case REFUSED -> "back";
            case CANCELLED, EXPIRED, USED_UP, LAPSED -> "void";
        };
    }
}
