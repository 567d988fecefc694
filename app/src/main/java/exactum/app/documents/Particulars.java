package exactum.app.documents;

import exactum.app.settlement.Channel;
import exactum.core.ids.DocumentId;
import java.time.LocalDate;

/**
 * What a document of one kind has beside what all of them have; each part is null where it is none of that kind.
 *
 * @param offer of a quote
 * @param sale of a cash sale
 * @param back of a credit note that takes a document back
 * @param acceptedOn when the quote was accepted that an invoice was made from
 */
public record Particulars(Offer offer, Sale sale, Back back, LocalDate acceptedOn) {
    public static final Particulars NONE = new Particulars(null, null, null, null);

    public static Particulars of(Offer offer) {
        return new Particulars(offer, null, null, null);
    }

    public static Particulars of(Sale sale) {
        return new Particulars(null, sale, null, null);
    }

    public static Particulars of(Back back) {
        return new Particulars(null, null, back, null);
    }

    /** Of an invoice that was made from a quote which was accepted on a day. */
    public static Particulars accepted(LocalDate day) {
        return new Particulars(null, null, null, day);
    }

    /** What is asked to be paid as a quote is accepted. */
    public enum Ask {
        NOTHING("nothing"),
        FIRST_PART("first part"),
        ALL("all"),
        AUTHORISED("card authorised");

        private final String words;

        Ask(String words) {
            this.words = words;
        }

        /** The stored name. */
        public String words() {
            return words;
        }

        /** With what follows from it. */
        public String title() {
            return switch (this) {
                case NOTHING -> "nothing yet";
                case FIRST_PART -> "the first part";
                case ALL -> "all of it";
                case AUTHORISED -> "nothing yet, but a card is authorised for all of it";
            };
        }
    }

    /**
     * What a quote asks of who accepts it.
     *
     * @param expiresOn the last day on which it can be accepted
     * @param signed whether a signature is asked for; else a yes is enough
     * @param byItself whether acceptance issues the invoice at once; else a person makes it
     * @param replaces the version in whose place it stands, or null
     */
    public record Offer(LocalDate expiresOn, boolean signed, Ask asks, boolean byItself, DocumentId replaces) {}

    /**
     * How a cash sale is paid.
     *
     * @param onFile whether the customer's card on file is charged as soon as it is issued; else the money is in hand
     */
    public record Sale(Channel channel, String reference, boolean onFile) {
        /** Charged to the customer's card on file. */
        public static final Sale ON_FILE = new Sale(Channel.CARD, "", true);
    }

    /** What becomes of a credit note. */
    public enum Then {
        /** It settles what is open of the document; the rest is on account. */
        APPLY("Set it against the invoice; the rest stays on account"),
        /** All of it is on account. */
        KEEP("Leave all of it on account"),
        /** What is not set against the invoice is to be given back. */
        REFUND("Set it against the invoice; the rest is to be refunded");

        private final String title;

        Then(String title) {
            this.title = title;
        }

        public String title() {
            return title;
        }
    }

    /**
     * How much a credit note takes back.
     *
     * @param minor an amount with tax, in minor units; null where its lines say how much
     * @param again whether the date that was billed may be billed again, once all of it is credited
     */
    public record Back(Long minor, Then then, boolean again) {
        static Back of(Long minor, Then then) {
            return new Back(minor, then, false);
        }
    }
}
