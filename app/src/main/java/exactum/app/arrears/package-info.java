/** What stands between an invoice and its money: a dispute, a promise, or that nobody expects it any more. */
package exactum.app.arrears;
