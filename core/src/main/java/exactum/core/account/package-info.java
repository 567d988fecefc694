/** A customer's account: what was asked of them, what they paid, and the balance after each. */
package exactum.core.account;
