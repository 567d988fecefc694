/** Identifiers as types. */
package exactum.core.ids;
