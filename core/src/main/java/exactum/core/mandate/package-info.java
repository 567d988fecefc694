/** A payer's authority to debit an account, and what it allows on a day. */
package exactum.core.mandate;
