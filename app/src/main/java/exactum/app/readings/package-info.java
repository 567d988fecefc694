/** Readings of meters: read from files, typed in a grid, checked against what bills them. */
package exactum.app.readings;
