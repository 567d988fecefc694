/** Sales that cardholders contest: the money, the evidence and its date, how it ended. */
package exactum.app.chargebacks;
