package exactum.app.approvals;

import java.util.Arrays;

/** What may need a second person. */
public enum ApprovalKind {
    BILLING_RUN("billing run", "Issuing a billing run"),
    DEBIT_RUN("run of collections", "Collecting over mandates"),
    CARD_RUN("run of card charges", "Charging cards on file"),
    DOCUMENT("document", "Issuing one document that was typed"),
    WRITE_OFF("write-off", "Writing off what is open of an invoice"),
    ENTRY("entry by hand", "Booking an entry by hand", true),
    REOPENING("reopening", "Reopening a closed month", true);

    private final String words;
    private final String title;
    private final boolean always;

    ApprovalKind(String words, String title) {
        this(words, title, false);
    }

    ApprovalKind(String words, String title, boolean always) {
        this.words = words;
        this.title = title;
        this.always = always;
    }

    /** Whether it needs a second person whatever its amount, and no rule says otherwise. */
    public boolean isAlways() {
        return always;
    }

    /** The stored name. */
    public String words() {
        return words;
    }

    public String title() {
        return title;
    }

    static ApprovalKind of(String words) {
        return Arrays.stream(values())
                .filter(k -> k.words.equals(words))
                .findFirst()
                .orElseThrow();
    }
}
