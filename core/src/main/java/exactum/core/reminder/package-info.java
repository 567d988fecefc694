/** When payers are reminded of what is open, and when they are not. */
package exactum.core.reminder;
