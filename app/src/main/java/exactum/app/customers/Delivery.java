package exactum.app.customers;

/** How documents reach a customer. */
public enum Delivery implements Coded {
    /** A message with the PDF and the payment link. */
    PDF("PDF", "e-mail with PDF"),
    /** A message with the payment link alone. */
    LINK("link", "e-mail with link"),
    /** A message with the invoice as UBL, the PDF and the payment link. */
    E_INVOICE("e-invoice", "e-mail with e-invoice (UBL)"),
    /** The same with the invoice as CII. */
    CROSS_INDUSTRY("cross industry", "e-mail with e-invoice (CII)"),
    /** A message with one PDF that carries the invoice as CII, and the payment link. */
    HYBRID("hybrid", "e-mail with hybrid PDF"),
    /** Printed and posted by us. */
    PAPER("paper", "paper, by post");

    private final String code;
    private final String words;

    Delivery(String code, String words) {
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

    /** Whether a program is to read what arrives. */
    public boolean isForPrograms() {
        return this == E_INVOICE || this == CROSS_INDUSTRY || this == HYBRID;
    }

    /** The one with the stored name; null for null. */
    public static Delivery of(String code) {
        return Coded.of(values(), code);
    }
}
