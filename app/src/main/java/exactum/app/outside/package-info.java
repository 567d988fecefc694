/** Speaking to addresses outside: which are allowed, and how an answer is read that may be anything. */
package exactum.app.outside;
