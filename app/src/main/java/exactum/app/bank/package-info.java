/** What the bank says: statements, their lines as facts, and matches, the only way a line is joined to what it is. */
package exactum.app.bank;
