/** The append-only ledger: what is booked, its balances, its periods, and the proof that all of it agrees. */
package exactum.app.ledger;
