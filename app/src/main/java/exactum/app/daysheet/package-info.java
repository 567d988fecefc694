/** What needs a decision today, most money first, and the money that is expected. */
package exactum.app.daysheet;
