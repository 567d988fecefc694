/** Runs that charge cards on file for what is due: planned, looked at, charged, tried again. */
package exactum.app.cardruns;
