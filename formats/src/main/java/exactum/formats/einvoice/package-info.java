/** Invoices and credit notes with the meaning of EN 16931-1, written and read in both of its syntaxes: UBL 2.1 and UN/CEFACT CII D16B. */
package exactum.formats.einvoice;
