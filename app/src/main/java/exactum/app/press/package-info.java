/** Prints papers. */
package exactum.app.press;
