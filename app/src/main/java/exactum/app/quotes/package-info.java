/** Quotes once they are known to the customer: accepted, declined, withdrawn, replaced; and the invoice that comes of them. */
package exactum.app.quotes;
