/** The day sheet by mail, for who wants it. */
package exactum.app.morning;
