/** Money on waiting accounts until the bank or the processor confirms it: named items, so that nothing waits unseen. */
package exactum.app.waiting;
