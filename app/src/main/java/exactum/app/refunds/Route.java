package exactum.app.refunds;

import exactum.core.bank.Iban;

/** How money goes back. */
public sealed interface Route {

    /** To the card that it came from, through its processor. */
    record Card() implements Route {}

    /** By a transfer that goes into a file for the bank. */
    record Transfer(String payee, Iban account) implements Route {}

    /** By a transfer, or cash, that a person makes without us. */
    record ByHand() implements Route {}
}
