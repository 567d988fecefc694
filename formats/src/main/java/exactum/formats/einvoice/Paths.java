package exactum.formats.einvoice;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;

/**
 * Where a syntax has the terms of EN 16931-1, by the bindings of CEN/TS 16931-3-2 (UBL) and 16931-3-3 (CII). A path begins below the
 * root, of local names; those of lines and of taxes below the element that repeats.
 */
record Paths(String syntax, String line, String tax, Map<String, Term> terms, Set<String> silent) {

    /** UBL 2.1; credit notes have names of their own for the same. */
    static Paths ubl(boolean credit) {
        return new Paths(
                "UBL 2.1",
                credit ? "CreditNoteLine" : "InvoiceLine",
                "TaxTotal/TaxSubtotal",
                Bindings.UBL,
                Set.of(
                        "ProfileID",
                        "AllowanceCharge/ChargeIndicator",
                        "line/AllowanceCharge/ChargeIndicator",
                        "line/Item/ClassifiedTaxCategory/TaxScheme/ID",
                        "tax/TaxCategory/TaxScheme/ID",
                        "AccountingSupplierParty/Party/PartyTaxScheme/TaxScheme/ID",
                        "AccountingCustomerParty/Party/PartyTaxScheme/TaxScheme/ID"));
    }

    static Paths cii() {
        return new Paths(
                "CII D16B",
                "SupplyChainTradeTransaction/IncludedSupplyChainTradeLineItem",
                "SupplyChainTradeTransaction/ApplicableHeaderTradeSettlement/ApplicableTradeTax",
                Bindings.CII,
                Set.of(
                        Bindings.CII_SETTLEMENT + "SpecifiedTradeAllowanceCharge/ChargeIndicator/Indicator",
                        "line/SpecifiedLineTradeSettlement/SpecifiedTradeAllowanceCharge/ChargeIndicator/Indicator",
                        "line/SpecifiedLineTradeSettlement/ApplicableTradeTax/TypeCode",
                        "tax/TypeCode"));
    }

    /** Bindings as they are listed: path, then number of the term. */
    static Map<String, Term> of(Object... pairs) {
        Map<String, Term> all = new HashMap<>();
        for (int i = 0; i < pairs.length; i += 2) all.put((String) pairs[i], Term.of((Integer) pairs[i + 1]));
        return Map.copyOf(all);
    }
}
