/** Tying out: what banks and processors say, and what waits by name, against what is booked, as of any day. */
package exactum.app.tieout;
