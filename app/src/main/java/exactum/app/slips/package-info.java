/** Paying-in slips: cash and cheques of several days that are banked together as one bank line. */
package exactum.app.slips;
