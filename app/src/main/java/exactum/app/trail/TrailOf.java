package exactum.app.trail;

import java.util.Arrays;
import java.util.Optional;

/** What a trail may begin with. */
public enum TrailOf {
    CUSTOMER("customer"),
    INVOICE("invoice"),
    PAYMENT("payment"),
    MANDATE("mandate"),
    PAYOUT("payout"),
    BANK_LINE("bank-line"),
    ENTRY("entry");

    private final String path;

    TrailOf(String path) {
        this.path = path;
    }

    /** Its name in addresses. */
    public String path() {
        return path;
    }

    static Optional<TrailOf> of(String path) {
        return Arrays.stream(values()).filter(o -> o.path.equals(path)).findFirst();
    }
}
