/** What stands around every page: the line, the siding, the business one is in, refusals, and the page of shared parts. */
package exactum.app.frame;
