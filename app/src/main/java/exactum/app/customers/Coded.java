package exactum.app.customers;

import java.util.Arrays;

/** What is stored by a name of its own. */
interface Coded {
    /** The stored name. */
    String code();

    /**
     * The one with the stored name; null for null.
     *
     * @throws java.util.NoSuchElementException if none has it
     */
    static <E extends Coded> E of(E[] all, String code) {
        return code == null
                ? null
                : Arrays.stream(all)
                        .filter(e -> e.code().equals(code))
                        .findFirst()
                        .orElseThrow();
    }
}
