package exactum.core.card;

import java.util.Map;
import java.util.Set;

/**
 * What a card's refusal asks for. The codes are those of ISO 8583:1987, field 39, as card schemes use them; which family a
 * code belongs to is from memory of the schemes' rules, no single published source.
 */
public enum DeclineFamily {
    /** This card is never charged again. */
    HARD("never this card again"),
    /** Only after the payer corrected something: an expired card, a wrong code. */
    DATA("after the payer corrects it"),
    /** The payer has to confirm it with their bank (strong customer authentication, Regulation (EU) 2018/389). */
    CONFIRM("after the payer confirms it"),
    /** Something was away for the moment: the same day again. */
    AWAY("later the same day"),
    /** Too little money or too often: some days later. */
    MONEY("some days later"),
    /** The issuer wants to be called by the cardholder. */
    CONTACT("after the payer called their bank"),
    /** It was done before: the first one is asked about. */
    DUPLICATE("ask about the first");

    private static final Map<DeclineFamily, Set<String>> CODES = Map.of(
            HARD, Set.of("04", "07", "12", "14", "15", "41", "43", "46", "57", "R0", "R1", "R3"),
            DATA, Set.of("54", "55", "82", "N7", "13", "30"),
            CONFIRM, Set.of("1A"),
            AWAY, Set.of("19", "68", "91", "96", "86", "92", "93"),
            CONTACT, Set.of("01", "02", "70"),
            DUPLICATE, Set.of("94"));

    private final String words;

    DeclineFamily(String words) {
        this.words = words;
    }

    /** When it may be tried again, in words. */
    public String words() {
        return words;
    }

    /** The family of a code; what is not known is treated as too little money, which is tried a few times and then ends. */
    public static DeclineFamily of(String code) {
        return CODES.entrySet().stream()
                .filter(e -> e.getValue().contains(code))
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse(MONEY);
    }

    /** Whether a run may try the same card again by itself. */
    public boolean isTriedAgain() {
        return this == AWAY || this == MONEY;
    }

    /** Whether the card can be used no more. */
    public boolean endsCard() {
        return this == HARD;
    }
}
