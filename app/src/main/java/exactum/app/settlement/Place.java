package exactum.app.settlement;

import java.util.Arrays;

/** Where the money of a payment is. */
public enum Place {
    NOT_YET("not yet at the bank", "flight"),
    AT_PROCESSOR("at the processor", "flight"),
    ON_ITS_WAY("on its way", "flight"),
    IN_HAND("in hand", "paid"),
    AT_BANK("at the bank", "paid"),
    CONTESTED("contested", "differs"),
    RETURNED("returned", "back"),
    UNDONE("undone", "draft");

    private final String words;
    private final String mark;

    Place(String words, String mark) {
        this.words = words;
        this.mark = mark;
    }

    /** The name that the database computes, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** The name of its mark. */
    public String mark() {
        return mark;
    }

    static Place of(String words) {
        return Arrays.stream(values())
                .filter(p -> p.words.equals(words))
                .findFirst()
                .orElseThrow();
    }
}
