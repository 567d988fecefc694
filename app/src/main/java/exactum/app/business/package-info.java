/** The businesses of an installation, who works for which, and how an address says which one is meant. */
package exactum.app.business;
