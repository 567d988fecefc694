/** Larkwater Moorings and Larkwater North Shore, lived day by day: made-up people, places and accounts. */
package exactum.app.demo;
