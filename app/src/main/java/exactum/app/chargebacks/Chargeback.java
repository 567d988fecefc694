package exactum.app.chargebacks;

import exactum.core.card.ProcessorPort.Contest;
import exactum.core.ids.ChargebackId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.MeansId;
import exactum.core.ids.ProcessorId;
import exactum.core.ids.TakeBackId;
import exactum.core.money.Money;
import java.time.Instant;
import java.time.LocalDate;

/**
 * A sale that its cardholder contests.
 *
 * @param reference the processor's
 * @param payment which it is in the books, or null while they do not have the sale
 * @param fee what the processor takes for it, kept even if it is won
 * @param answerBy the last day for evidence
 * @param takeBack how the payment went away, where it was lost; else null
 * @param beyond what exceeds the payment, since that was refunded before, and stays in dispute
 * @param answeredAt when evidence was sent, or null
 */
public record Chargeback(
        ChargebackId id,
        ProcessorId processor,
        String reference,
        String sale,
        Payment payment,
        Money amount,
        Money fee,
        String reason,
        LocalDate openedOn,
        LocalDate answerBy,
        Contest contest,
        LocalDate decidedOn,
        TakeBackId takeBack,
        Money beyond,
        Instant answeredAt) {

    /** The payment that is contested. */
    public record Payment(MeansId id, CustomerId customer, String customerName) {}

    public boolean isUndecided() {
        return contest == Contest.OPEN || contest == Contest.ANSWERED;
    }

    public boolean isLost() {
        return contest == Contest.LOST || contest == Contest.ACCEPTED;
    }

    /** Whose it is, or which sale. */
    public String whose() {
        return payment == null ? "sale " + sale : payment.customerName();
    }

    /** How it stands, in words. */
    public String stands() {
        return switch (contest) {
            case OPEN -> "opened";
            case ANSWERED -> "evidence sent";
            case ACCEPTED -> "accepted";
            case WON -> "won";
            case LOST -> "lost";
        };
    }

    /** The name of its mark. */
    public String mark() {
        return switch (contest) {
            case OPEN, ANSWERED -> "differs";
            case ACCEPTED, LOST -> "back";
            case WON -> "tied";
        };
    }
}
