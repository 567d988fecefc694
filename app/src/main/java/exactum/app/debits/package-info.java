/** Collecting over mandates: runs, files, what is booked and when, and what comes back. */
package exactum.app.debits;
