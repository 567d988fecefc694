/** Recurring invoices: standing arrangements, the paper they are typed on, and their next dates. */
package exactum.app.arrangements;
