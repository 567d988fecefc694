/** Follows one sum from agreement to bank line, and back, by what is stored; it reads all and changes nothing. */
package exactum.app.trail;
