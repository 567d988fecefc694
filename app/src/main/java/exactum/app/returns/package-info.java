/** Payments that did not hold: that never went through, or came back. */
package exactum.app.returns;
