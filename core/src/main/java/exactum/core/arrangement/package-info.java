/** What an arrangement bills on each of its dates: dated lines, parts of periods, readings, changes of price. */
package exactum.core.arrangement;
