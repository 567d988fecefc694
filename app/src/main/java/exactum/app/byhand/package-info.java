/** Entries that a person makes, with a cause, once a second person said yes. */
package exactum.app.byhand;
