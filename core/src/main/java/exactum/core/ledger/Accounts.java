package exactum.core.ledger;

/**
 * The accounts that events are booked to, by the part they play.
 *
 * @param receivables what customers owe
 * @param outputTax tax charged
 * @param equity the other side of opening balances
 * @param bankCharges what the bank takes
 */
public record Accounts(String receivables, String outputTax, String equity, String bankCharges) {}
