/** What is collected when, what is left out and why, and what follows when it comes back. */
package exactum.core.collection;
