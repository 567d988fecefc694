/** Invoices as UBL 2.1 by EN 16931. */
package exactum.formats.ubl;
