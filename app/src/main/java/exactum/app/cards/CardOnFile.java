package exactum.app.cards;

import exactum.core.card.CardExpiry;
import exactum.core.ids.CardId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.ProcessorId;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Arrays;

/**
 * A card that a processor keeps for us. Its number is nowhere here; its token is read only to charge it.
 *
 * @param network the scheme's reference of the payment in which its holder agreed, or null
 * @param consent what the holder agreed to, word by word
 * @param cause why it cannot be used any more, or empty
 */
public record CardOnFile(
        CardId id,
        CustomerId customer,
        ProcessorId processor,
        String brand,
        String lastFour,
        YearMonth expires,
        String network,
        Way way,
        String consent,
        LocalDate agreedOn,
        State state,
        String cause) {

    /** How it was given. */
    public enum Way {
        PAGE("page"),
        PHONE("phone");

        private final String words;

        Way(String words) {
            this.words = words;
        }

        /** The stored name. */
        public String words() {
            return words;
        }

        static Way of(String words) {
            return Arrays.stream(values())
                    .filter(w -> w.words.equals(words))
                    .findFirst()
                    .orElseThrow();
        }
    }

    /** Whether it can be charged. */
    public enum State {
        USABLE("usable", "paid"),
        REFUSED("refused for good", "back"),
        REMOVED("removed", "draft");

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

    /** As it may be shown: {@code Visa ending 1111}. */
    public String shown() {
        return brand + " ending " + lastFour;
    }

    /** Until when it is good, as it is printed on it. */
    public String until() {
        return CardExpiry.words(expires);
    }

    /** How it stands on the day, in words. */
    public String standing(LocalDate day) {
        boolean expired = state == State.USABLE && !isUsableOn(day);
        if (expired) return "expired";
        return cause.isEmpty() ? state.words() : state.words() + ": " + cause;
    }

    /** The name of the mark of that. */
    public String mark(LocalDate day) {
        return state == State.USABLE && !isUsableOn(day) ? "overdue" : state.mark();
    }

    /** Whether it can be charged on the day. */
    public boolean isUsableOn(LocalDate day) {
        return state == State.USABLE && CardExpiry.isGoodOn(expires, day);
    }
}
