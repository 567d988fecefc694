/** What mail servers say of messages they could not deliver. */
package exactum.formats.mail;
