package exactum.app.messages;

import java.util.Arrays;

/** What a message is. */
public enum MessageKind {
    INVOICE("invoice"),
    OPEN_INVOICES("open invoices"),
    QUOTE("quote"),
    CREDIT_NOTE("credit note"),
    TEST_COPY("test copy"),
    CONFIRMATION("confirmation"),
    REMINDER("reminder"),
    PAYMENT_REMINDER("payment reminder"),
    STATEMENT("statement"),
    MANDATE("mandate"),
    MANDATE_LINK("mandate link"),
    ADVANCE_NOTICE("advance notice"),
    DEBIT_RETURNED("debit returned"),
    PAYMENT_RETURNED("payment returned"),
    PAYER_CODE("payer code"),
    PAYMENT_LINK("payment link"),
    LINK_PAID("payment notice"),
    CARD_REFUSED("card refused"),
    CARD_ENDS("card ends");

    private final String words;

    MessageKind(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    static MessageKind of(String words) {
        return Arrays.stream(values())
                .filter(k -> k.words.equals(words))
                .findFirst()
                .orElseThrow();
    }
}
