/** Money that is given back: to the card it came from, or by transfer, with the credit note that says why. */
package exactum.app.refunds;
