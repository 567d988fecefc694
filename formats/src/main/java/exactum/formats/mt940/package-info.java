/** Statements as MT940 (SWIFT category 9). */
package exactum.formats.mt940;
