/** What a payer sees behind a payment link, without an account. */
package exactum.app.payer;
