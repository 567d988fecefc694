package exactum.app.cards;

import exactum.core.ids.AuthorisationId;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.PaymentLinkId;
import exactum.core.ids.ProcessorId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Objects;

/**
 * An amount that a card was, or is to be, authorised for. Nothing is booked for it: no money moved.
 *
 * @param document the quote or invoice that it is for, or null
 * @param card the card on file, or null where one was entered on a page
 * @param reference our number, which travels with it
 * @param captured what was taken of it, and released what was let go
 */
public record Authorisation(
        BusinessId business,
        AuthorisationId id,
        CustomerId customer,
        DocumentId document,
        ProcessorId processor,
        PaymentLinkId link,
        CardId card,
        String reference,
        Money amount,
        Money captured,
        Money released,
        State state,
        Said said,
        LocalDate madeOn,
        String madeBy) {

    /**
     * What the processor said.
     *
     * @param page where the card is entered, or null
     * @param url of that page, or null
     * @param charge its reference, null while nothing is authorised
     * @param card as it may be shown, or null
     * @param validUntil the last day on which the rest can be taken, or null
     * @param reason why it was refused or could not be taken, or null
     */
    public record Said(String page, String url, String charge, String card, LocalDate validUntil, String reason) {
        static final Said NOTHING = new Said(null, null, null, null, null, null);
    }

    /** Where it stands. */
    public enum State {
        ASKED("asked for", "draft"),
        AUTHORISED("authorised", "flight"),
        ENDED("ended", "paid"),
        REFUSED("refused", "back");

        private final String words;
        private final String mark;

        State(String words, String mark) {
            this.words = words;
            this.mark = mark;
        }

        /** The stored name, which is also how it is shown. */
        public String words() {
            return words;
        }

        /** The name of its mark. */
        public String mark() {
            return mark;
        }

        static State of(String words) {
            return Arrays.stream(values())
                    .filter(s -> s.words.equals(words))
                    .findFirst()
                    .orElseThrow();
        }
    }

    /** Whether both were asked for in the same way on the same day, and this one was not refused and has not ended. */
    boolean isLike(Authorisation other) {
        return (state == State.ASKED || state == State.AUTHORISED)
                && amount.equals(other.amount)
                && reference.equals(other.reference)
                && Objects.equals(document, other.document)
                && Objects.equals(card, other.card)
                && processor.equals(other.processor)
                && madeOn.equals(other.madeOn);
    }

    /** What can still be taken on the day. */
    public Money rest(LocalDate day) {
        boolean over = state != State.AUTHORISED || day.isAfter(said.validUntil());
        return over ? amount.withMinor(0) : amount.minus(captured).minus(released);
    }
}
