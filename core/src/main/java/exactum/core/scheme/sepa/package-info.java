/** SEPA Direct Debit, Core and B2B: EPC016-06 and EPC222-07, implementation guidelines EPC130-08 and EPC131-08. */
package exactum.core.scheme.sepa;
