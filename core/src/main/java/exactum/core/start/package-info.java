/** What a country proposes to a business that begins there. */
package exactum.core.start;
