/** Whom a business bills. */
package exactum.app.customers;
