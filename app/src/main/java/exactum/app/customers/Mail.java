package exactum.app.customers;

import java.util.Arrays;
import java.util.Collection;
import java.util.List;

/** What of a customer's mail a contact may get. */
public enum Mail {
    INVOICES("invoices"),
    REMINDERS("reminders"),
    CONFIRMATIONS("confirmations");

    /** The stored names. */
    static final List<String> ALL = Arrays.stream(values()).map(Mail::words).toList();

    /** The kinds in their order, each once. */
    static List<String> inOrder(Collection<String> kinds) {
        return ALL.stream().filter(kinds::contains).toList();
    }

    private final String words;

    Mail(String words) {
        this.words = words;
    }

    /** The stored name. */
    public String words() {
        return words;
    }
}
