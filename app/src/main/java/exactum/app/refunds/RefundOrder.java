package exactum.app.refunds;

import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.RefundFileId;
import exactum.core.ids.RefundId;
import exactum.core.ids.RefundOrderId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Arrays;

/**
 * One decision to give money back, with what became of it.
 *
 * @param booking how it was booked
 * @param drawnOn whose rest it took
 * @param through the payment that it goes back through
 * @param note the credit note that was made in the same step, or null
 * @param left what of it no payout and no bank line has confirmed yet
 */
public record RefundOrder(
        RefundOrderId id,
        CustomerId customer,
        String customerName,
        RefundId booking,
        MeansId drawnOn,
        MeansId through,
        Money amount,
        State state,
        To to,
        String why,
        DocumentId note,
        String noteNumber,
        LocalDate on,
        String by,
        Refused refused,
        Money left) {

    /** How far it is. */
    public enum State {
        ASKED("asked"),
        SENT("sent"),
        REFUSED("refused");

        private final String words;

        State(String words) {
            this.words = words;
        }

        /** The stored name. */
        public String words() {
            return words;
        }

        static State of(String words) {
            return Arrays.stream(values())
                    .filter(s -> s.words.equals(words))
                    .findFirst()
                    .orElseThrow();
        }
    }

    /**
     * Where it goes.
     *
     * @param route card, transfer or by hand
     * @param shown the card, or the account by its last digits, as it may be shown
     * @param processor and sale of a card, else null
     * @param reference the processor's, once it has answered; the transfer's own
     * @param feeBack what the processor gives back of its fee
     * @param file the file that a transfer went into, or null
     */
    public record To(
            String route,
            String shown,
            ProcessorId processor,
            String sale,
            String reference,
            Money feeBack,
            RefundFileId file) {
        public boolean isCard() {
            return route.equals("card");
        }

        public boolean isTransfer() {
            return route.equals("transfer");
        }
    }

    /** Why it came to nothing, and who decided what comes instead; null where that is open. */
    public record Refused(String why, LocalDate on, String settledBy) {}

    /** How it stands, in words for a page. */
    public String stands() {
        if (state == State.REFUSED) return "refused";
        if (left.isZero()) return to.isCard() ? "in a payout" : "left the bank";
        if (state == State.ASKED) return to.isCard() ? "asked for" : "waits for a file";
        return "on its way";
    }

    /** The name of its mark. */
    public String mark() {
        if (state == State.REFUSED) return "back";
        return left.isZero() ? "tied" : "flight";
    }
}
