package exactum.app.business;

import java.util.Arrays;

/** What a person may do in a business. */
public enum Role {
    ADMINISTRATOR("administrator"),
    AUDITOR("auditor");

    private final String words;

    Role(String words) {
        this.words = words;
    }

    /** The stored name. */
    public String words() {
        return words;
    }

    /** Whether anything may be changed. */
    public boolean mayWrite() {
        return this == ADMINISTRATOR;
    }

    static Role of(String words) {
        return Arrays.stream(values())
                .filter(r -> r.words.equals(words))
                .findFirst()
                .orElseThrow();
    }
}
