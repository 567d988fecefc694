/** Who works for a business: invited, given roles, gone again; and what a person keeps for themselves. */
package exactum.app.people;
