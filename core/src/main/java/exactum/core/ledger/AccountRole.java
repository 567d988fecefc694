package exactum.core.ledger;

import java.util.Arrays;
import java.util.Set;

/** The parts that accounts play in bookings; each business gives each part to one account of its chart. */
public enum AccountRole {
    /** What the bank said and nobody explained yet: the other side of every bank line when it is read. */
    UNPLACED("unplaced money"),
    /** Left one of our accounts and has not reached the other. */
    OWN_TRANSFERS("own transfers on their way"),
    /** Money recorded by hand that the bank has not confirmed. */
    RECEIVED("received, not yet at the bank"),
    /** Refunds sent that the bank has not confirmed. */
    PAID_OUT("paid out, not yet at the bank"),
    /** Debits from their collection date until the bank line. */
    DEBIT_CLEARING("debit clearing"),
    /** What a processor holds back for a while. */
    RESERVE("reserve held"),
    /** Payouts that a processor told of, until their bank line. */
    PAYOUTS("payouts on their way"),
    /** Money under a chargeback. */
    DISPUTED("disputed"),
    /** Joins the currencies of one entry; comes to nothing in the business's own currency. */
    EXCHANGE("exchange"),
    /** What customers owe. */
    RECEIVABLES("receivables"),
    /** Tax charged. */
    OUTPUT_TAX("output tax"),
    /** Customers' money that settles nothing yet. */
    CREDIT("credit on account"),
    /** Customers' money that is held and given back. */
    DEPOSITS("security deposits"),
    /** The other side of opening balances. */
    OPENING("opening balances"),
    /** Discounts earned by paying early. */
    EARLY_SETTLEMENT("early-settlement discounts"),
    /** Fees passed on to customers. */
    RECHARGED_FEES("recharged fees"),
    /** What the bank takes for itself. */
    BANK_CHARGES("bank charges"),
    /** What was written off. */
    BAD_DEBTS("bad debts"),
    /** Small differences let go. */
    TOLERATED("tolerated differences"),
    /** Gains and losses between currencies. */
    EXCHANGE_RESULT("exchange gains and losses");

    private static final Set<AccountRole> WAITING =
            Set.of(UNPLACED, OWN_TRANSFERS, RECEIVED, PAID_OUT, DEBIT_CLEARING, RESERVE, PAYOUTS, DISPUTED);
    private final String words;

    AccountRole(String words) {
        this.words = words;
    }

    /** The stored name, which is also how it is shown. */
    public String words() {
        return words;
    }

    /** Whether money only waits there until the bank confirms it. */
    public boolean isWaiting() {
        return WAITING.contains(this);
    }

    /** The part with the stored name; an {@link IllegalArgumentException} for any other. */
    public static AccountRole of(String words) {
        return Arrays.stream(values())
                .filter(r -> r.words.equals(words))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no part is called “" + words + "”"));
    }
}
