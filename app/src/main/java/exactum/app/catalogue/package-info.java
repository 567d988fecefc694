/** What is sold, and what it costs whom and when. */
package exactum.app.catalogue;
