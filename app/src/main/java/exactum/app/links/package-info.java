/** Payment links: addresses by which payers reach what they owe, without an account. */
package exactum.app.links;
