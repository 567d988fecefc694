package exactum.core.collection;

import exactum.core.scheme.ReturnReason;
import java.util.Arrays;

/** How a collection did not hold. */
public enum Back {
    /** It never went through. */
    REJECTED("rejected"),
    /** It was collected and came back. */
    RETURNED("returned"),
    /** The payer claimed it back at their bank. */
    CLAIMED_BACK("claimed back");

    private final String words;

    Back(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** The one with the stored name; an {@link IllegalArgumentException} for any other. */
    public static Back of(String words) {
        return Arrays.stream(values())
                .filter(b -> b.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("nothing came back as “" + words + "”"));
    }

    /**
     * Which it is. MD06 is a claim by its meaning; MD01 is one once the time for returns is over.
     *
     * @param money whether money went back, so that it was collected
     * @param inWindow whether the payer's bank may still return it
     */
    public static Back of(ReturnReason reason, boolean money, boolean inWindow) {
        if (!money) return REJECTED;
        boolean claim = reason.code().equals("MD06") || reason.code().equals("MD01") && !inWindow;
        return claim ? CLAIMED_BACK : RETURNED;
    }
}
