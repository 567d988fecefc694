/** The work of a business day, on a timer or as the date of a test installation moves. */
package exactum.app.jobs;
