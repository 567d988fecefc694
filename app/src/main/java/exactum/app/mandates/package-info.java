/** Mandates: given on paper, by a link or imported; what happens to them, and what they cover. */
package exactum.app.mandates;
