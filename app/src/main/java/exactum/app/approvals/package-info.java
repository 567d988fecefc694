/** The second person's yes: what needs one, above which amount, and never from who made it. */
package exactum.app.approvals;
