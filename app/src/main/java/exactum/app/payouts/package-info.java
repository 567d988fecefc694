/** Payouts: a processor's account of its clearing account, whose lines are matched like those of a bank. */
package exactum.app.payouts;
