/** Reports: each on screen with its drawing and its table, as CSV and as PDF, narrowed and drilled down. */
package exactum.app.reports;
