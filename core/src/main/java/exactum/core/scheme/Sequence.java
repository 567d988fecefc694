package exactum.core.scheme;

import java.util.Arrays;

/** Where a collection stands among those of its mandate. ISO 20022 SequenceType; EPC130-08, AT-21. */
public enum Sequence {
    FIRST("FRST", "first"),
    RECURRENT("RCUR", "recurrent"),
    FINAL("FNAL", "final"),
    ONE_OFF("OOFF", "one-off");

    private final String code;
    private final String words;

    Sequence(String code, String words) {
        this.code = code;
        this.words = words;
    }

    /** As files carry it. */
    public String code() {
        return code;
    }

    public String words() {
        return words;
    }

    /** The one with the code; an {@link IllegalArgumentException} for any other. */
    public static Sequence of(String code) {
        return Arrays.stream(values())
                .filter(s -> s.code.equals(code))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no sequence is called “" + code + "”"));
    }

    /**
     * The sequence of the next collection. A first one is {@code RCUR} as well since 20 November 2016 (EPC016-06), unless the
     * bank still wants {@code FRST}; a first that was rejected is first again, one that came back after it was collected is not.
     *
     * @param oneOff whether the mandate is for one collection
     * @param last whether it is the last that was agreed
     * @param everCollected whether one of its collections was ever collected
     * @param usesFirst whether the bank wants the first marked
     */
    public static Sequence next(boolean oneOff, boolean last, boolean everCollected, boolean usesFirst) {
        if (oneOff) return ONE_OFF;
        if (last) return FINAL;
        return usesFirst && !everCollected ? FIRST : RECURRENT;
    }
}
