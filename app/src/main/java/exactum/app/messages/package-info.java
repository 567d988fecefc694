/** What is told: written as an intent with the data it is about, rendered and sent outside transactions, kept as sent. */
package exactum.app.messages;
