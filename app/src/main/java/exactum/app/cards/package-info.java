/** Collecting by card: card pages at the processor, what came of them, its notices, and asking where none came. */
package exactum.app.cards;
