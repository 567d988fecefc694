/** Files that go with something: with a document to its payer, with a payment as its proof. */
package exactum.app.attachments;
