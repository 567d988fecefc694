package exactum.app.customers;

/** How a customer is asked to pay, among the channels of the layout; or that it is collected and they are not asked. */
public enum PaysBy implements Coded {
    EITHER("either", "as the layout offers"),
    CARD("card", "card"),
    TRANSFER("transfer", "transfer"),
    COLLECTED("collected", "we collect it");

    private final String code;
    private final String words;

    PaysBy(String code, String words) {
        this.code = code;
        this.words = words;
    }

    @Override
    public String code() {
        return code;
    }

    public String words() {
        return words;
    }

    /** Whether a card may be asked for. */
    public boolean mayBeCard() {
        return this != TRANSFER && this != COLLECTED;
    }

    /** Whether a transfer may be asked for. */
    public boolean mayBeTransfer() {
        return this != CARD && this != COLLECTED;
    }

    /** The one with the stored name; null for null. */
    public static PaysBy of(String code) {
        return Coded.of(values(), code);
    }
}
