/** Reminders of open items: rhythms of steps, who would get what on a day, what stops them, and what was told. */
package exactum.app.reminders;
