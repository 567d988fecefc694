/**
 * What is said: quotes, invoices, credit notes, cash sales. {@link exactum.app.documents.IssueDocuments} is the only way a
 * document becomes real; everybody else makes drafts.
 */
package exactum.app.documents;
