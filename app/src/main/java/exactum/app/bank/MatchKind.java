package exactum.app.bank;

import java.util.Arrays;

/** What a matched part is. */
public enum MatchKind {
    WAITING("waiting"),
    PAYMENT("payment"),
    RETURN("return"),
    REFUND("refund"),
    ACCOUNT("account"),
    OWN_TRANSFER("own transfer"),
    RESERVE("reserve");

    private final String words;

    MatchKind(String words) {
        this.words = words;
    }

    /** The stored name. */
    public String words() {
        return words;
    }

    static MatchKind of(String words) {
        return Arrays.stream(values())
                .filter(k -> k.words.equals(words))
                .findFirst()
                .orElseThrow();
    }
}
