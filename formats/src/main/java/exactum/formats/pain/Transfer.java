package exactum.formats.pain;

import exactum.core.bank.Iban;
import exactum.core.money.Money;

/**
 * One transfer of a file.
 *
 * @param endToEndId ours, which the bank line carries
 * @param payee who gets it, in the scheme's letters
 * @param remittance what they read, in the scheme's letters, or empty
 */
public record Transfer(String endToEndId, Money amount, String payee, Iban account, String remittance) {}
