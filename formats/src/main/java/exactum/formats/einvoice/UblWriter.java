package exactum.formats.einvoice;

import exactum.core.cadence.ServicePeriod;
import exactum.core.document.TaxRate;
import java.io.OutputStream;
import javax.xml.stream.XMLStreamException;

/** Writes an invoice or a credit note as UBL 2.1 (ISO/IEC 19845) with the meaning of EN 16931-1, by the binding of CEN/TS 16931-3-2. */
public final class UblWriter {
    static final String INVOICE = "urn:oasis:names:specification:ubl:schema:xsd:Invoice-2";
    static final String CREDIT_NOTE = "urn:oasis:names:specification:ubl:schema:xsd:CreditNote-2";
    static final String CBC = "urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2";
    static final String CAC = "urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2";

    private final EInvoice invoice;
    private final Elements xml;

    private UblWriter(EInvoice invoice, Elements xml) {
        this.invoice = invoice;
        this.xml = xml;
    }

    public static void write(EInvoice invoice, OutputStream out) {
        Elements.file(out, xml -> root(invoice, xml), xml -> new UblWriter(invoice, xml).write());
    }

    private static void root(EInvoice invoice, Elements xml) throws XMLStreamException {
        xml.raw().writeStartElement(invoice.isCredit() ? "CreditNote" : "Invoice");
        xml.raw().writeDefaultNamespace(invoice.isCredit() ? CREDIT_NOTE : INVOICE);
        xml.raw().writeNamespace("cac", CAC);
        xml.raw().writeNamespace("cbc", CBC);
    }

    private void write() throws XMLStreamException {
        xml.text("cbc:CustomizationID", EInvoice.SPECIFICATION);
        xml.text("cbc:ID", invoice.number());
        xml.text("cbc:IssueDate", invoice.date().toString());
        if (invoice.isCredit()) xml.text("cbc:CreditNoteTypeCode", invoice.typeCode());
        else {
            xml.text("cbc:DueDate", invoice.due().toString());
            xml.text("cbc:InvoiceTypeCode", invoice.typeCode());
        }
        for (String note : invoice.notes()) xml.text("cbc:Note", note);
        xml.text("cbc:DocumentCurrencyCode", invoice.currency().getCurrencyCode());
        xml.optional("cbc:BuyerReference", invoice.buyerReference());
        if (invoice.period() != null) period(invoice.period());
        if (invoice.isCredit() && !invoice.credits().isEmpty()) preceding();
        EInvoice.Payment payment = invoice.payment();
        party("cac:AccountingSupplierParty", invoice.seller(), payment.debit());
        party("cac:AccountingCustomerParty", invoice.buyer(), null);
        if (payment.account() != null) transfer(payment);
        if (payment.debit() != null) debit(payment);
        if (!payment.terms().isEmpty()) xml.in("cac:PaymentTerms", x -> x.text("cbc:Note", payment.terms()));
        taxes();
        totals();
        for (int i = 0; i < invoice.lines().size(); i++)
            line(i + 1, invoice.lines().get(i));
    }

    /** BG-14 and BG-26; the last day is part of it. */
    private void period(ServicePeriod period) throws XMLStreamException {
        xml.in("cac:InvoicePeriod", x -> {
            x.text("cbc:StartDate", period.from().toString());
            x.text("cbc:EndDate", period.until().minusDays(1).toString());
        });
    }

    /** BG-3. */
    private void preceding() throws XMLStreamException {
        xml.in(
                "cac:BillingReference",
                x -> x.in("cac:InvoiceDocumentReference", y -> y.text("cbc:ID", invoice.credits())));
    }

    /** BG-4 and BG-7. */
    private void party(String role, EInvoice.Party party, EInvoice.Debit debit) throws XMLStreamException {
        xml.in(role, x -> x.in("cac:Party", y -> party(party, debit)));
    }

    private void party(EInvoice.Party party, EInvoice.Debit debit) throws XMLStreamException {
        boolean outside = invoice.isOutsideScope();
        if (debit != null)
            xml.in("cac:PartyIdentification", x -> x.text("cbc:ID", "schemeID", "SEPA", debit.creditor()));
        xml.in("cac:PostalAddress", x -> {
            x.optional("cbc:StreetName", party.street());
            x.optional("cbc:AdditionalStreetName", party.further());
            x.optional("cbc:CityName", party.city());
            x.in("cac:Country", y -> y.text("cbc:IdentificationCode", party.country()));
        });
        if (!party.taxNumber().isEmpty() && !outside)
            xml.in("cac:PartyTaxScheme", x -> {
                x.text("cbc:CompanyID", party.taxNumber());
                vat();
            });
        xml.in("cac:PartyLegalEntity", x -> {
            x.text("cbc:RegistrationName", party.name());
            if (outside) x.optional("cbc:CompanyID", party.taxNumber());
        });
    }

    private void vat() throws XMLStreamException {
        xml.in("cac:TaxScheme", x -> x.text("cbc:ID", "VAT"));
    }

    /** BG-16 and BG-17. */
    private void transfer(EInvoice.Payment payment) throws XMLStreamException {
        xml.in("cac:PaymentMeans", x -> {
            x.text("cbc:PaymentMeansCode", Codes.CREDIT_TRANSFER);
            x.optional("cbc:PaymentID", payment.reference());
            x.in("cac:PayeeFinancialAccount", y -> y.text("cbc:ID", payment.account()));
        });
    }

    /** BG-16 and BG-19. */
    private void debit(EInvoice.Payment payment) throws XMLStreamException {
        xml.in("cac:PaymentMeans", x -> {
            x.text("cbc:PaymentMeansCode", Codes.SEPA_DIRECT_DEBIT);
            x.optional("cbc:PaymentID", payment.reference());
            x.in("cac:PaymentMandate", y -> y.text("cbc:ID", payment.debit().mandate()));
        });
    }

    /** BT-110 and BG-23. */
    private void taxes() throws XMLStreamException {
        xml.in("cac:TaxTotal", x -> {
            x.money("cbc:TaxAmount", invoice.tax());
            for (EInvoice.Tax tax : invoice.taxes())
                x.in("cac:TaxSubtotal", y -> {
                    y.money("cbc:TaxableAmount", tax.base());
                    y.money("cbc:TaxAmount", tax.amount());
                    category("cac:TaxCategory", tax.rate(), tax.reason());
                });
        });
    }

    private void category(String element, TaxRate rate, String reason) throws XMLStreamException {
        xml.in(element, x -> {
            x.text("cbc:ID", rate.category().code());
            x.optional("cbc:Percent", EInvoice.percent(rate));
            x.optional("cbc:TaxExemptionReason", reason);
            vat();
        });
    }

    /** BG-22. */
    private void totals() throws XMLStreamException {
        xml.in("cac:LegalMonetaryTotal", x -> {
            x.money("cbc:LineExtensionAmount", invoice.net());
            x.money("cbc:TaxExclusiveAmount", invoice.net());
            x.money("cbc:TaxInclusiveAmount", invoice.gross());
            if (!invoice.prepaid().isZero()) x.money("cbc:PrepaidAmount", invoice.prepaid());
            x.money("cbc:PayableAmount", invoice.payable());
        });
    }

    /** BG-25. */
    private void line(int number, EInvoice.Line line) throws XMLStreamException {
        xml.in(invoice.isCredit() ? "cac:CreditNoteLine" : "cac:InvoiceLine", x -> {
            x.text("cbc:ID", Integer.toString(number));
            x.text(
                    invoice.isCredit() ? "cbc:CreditedQuantity" : "cbc:InvoicedQuantity",
                    "unitCode",
                    Codes.unit(line.unit()),
                    line.billed());
            x.money("cbc:LineExtensionAmount", line.net());
            if (line.period() != null) period(line.period());
            x.in("cac:Item", y -> {
                y.optional("cbc:Description", line.detail());
                y.text("cbc:Name", line.name());
                category("cac:ClassifiedTaxCategory", line.rate(), "");
            });
            x.in(
                    "cac:Price",
                    y -> y.text(
                            "cbc:PriceAmount", "currencyID", invoice.currency().getCurrencyCode(), line.price()));
        });
    }
}
