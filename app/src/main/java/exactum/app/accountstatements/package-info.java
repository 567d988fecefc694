/** Statements of account: what moved a customer's account between two days and what is open of it, to look at, to download and to send. */
package exactum.app.accountstatements;
