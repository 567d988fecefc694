package exactum.app.settlement;

import java.util.Arrays;

/** How money came. */
public enum Channel {
    CARD("card"),
    TRANSFER("transfer"),
    DEBIT("debit"),
    CASH("cash"),
    CHEQUE("cheque"),
    OTHER("other");

    private final String words;

    Channel(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** The channel with the stored name; an {@link IllegalArgumentException} for any other. */
    public static Channel of(String words) {
        return Arrays.stream(values())
                .filter(c -> c.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no channel is called “" + words + "”"));
    }
}
