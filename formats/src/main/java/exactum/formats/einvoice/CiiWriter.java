package exactum.formats.einvoice;

import exactum.core.cadence.ServicePeriod;
import exactum.core.document.TaxRate;
import java.io.OutputStream;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import javax.xml.stream.XMLStreamException;

/**
 * Writes an invoice or a credit note as UN/CEFACT Cross Industry Invoice (D16B) with the meaning of EN 16931-1, by the binding of
 * CEN/TS 16931-3-3; it is also what a hybrid PDF carries.
 */
public final class CiiWriter {
    static final String RSM = "urn:un:unece:uncefact:data:standard:CrossIndustryInvoice:100";
    static final String RAM = "urn:un:unece:uncefact:data:standard:ReusableAggregateBusinessInformationEntity:100";
    static final String UDT = "urn:un:unece:uncefact:data:standard:UnqualifiedDataType:100";

    private final EInvoice invoice;
    private final Elements xml;

    private CiiWriter(EInvoice invoice, Elements xml) {
        this.invoice = invoice;
        this.xml = xml;
    }

    public static void write(EInvoice invoice, OutputStream out) {
        Elements.file(out, CiiWriter::root, xml -> new CiiWriter(invoice, xml).write());
    }

    private static void root(Elements xml) throws XMLStreamException {
        xml.raw().writeStartElement("rsm", "CrossIndustryInvoice", RSM);
        xml.raw().writeNamespace("rsm", RSM);
        xml.raw().writeNamespace("ram", RAM);
        xml.raw().writeNamespace("udt", UDT);
    }

    private void write() throws XMLStreamException {
        xml.in(
                "rsm:ExchangedDocumentContext",
                x -> x.in(
                        "ram:GuidelineSpecifiedDocumentContextParameter",
                        y -> y.text("ram:ID", EInvoice.SPECIFICATION)));
        xml.in("rsm:ExchangedDocument", x -> {
            x.text("ram:ID", invoice.number());
            x.text("ram:TypeCode", invoice.typeCode());
            day("ram:IssueDateTime", invoice.date());
            for (String note : invoice.notes()) x.in("ram:IncludedNote", y -> y.text("ram:Content", note));
        });
        xml.in("rsm:SupplyChainTradeTransaction", x -> {
            for (int i = 0; i < invoice.lines().size(); i++)
                line(i + 1, invoice.lines().get(i));
            x.in("ram:ApplicableHeaderTradeAgreement", y -> {
                y.optional("ram:BuyerReference", invoice.buyerReference());
                party("ram:SellerTradeParty", invoice.seller());
                party("ram:BuyerTradeParty", invoice.buyer());
            });
            x.in("ram:ApplicableHeaderTradeDelivery", y -> {});
            x.in("ram:ApplicableHeaderTradeSettlement", y -> settlement());
        });
    }

    /** BG-25. */
    private void line(int number, EInvoice.Line line) throws XMLStreamException {
        xml.in("ram:IncludedSupplyChainTradeLineItem", x -> {
            x.in("ram:AssociatedDocumentLineDocument", y -> y.text("ram:LineID", Integer.toString(number)));
            x.in("ram:SpecifiedTradeProduct", y -> {
                y.text("ram:Name", line.name());
                y.optional("ram:Description", line.detail());
            });
            x.in(
                    "ram:SpecifiedLineTradeAgreement",
                    y -> y.in("ram:NetPriceProductTradePrice", z -> z.text("ram:ChargeAmount", line.price())));
            x.in(
                    "ram:SpecifiedLineTradeDelivery",
                    y -> y.text("ram:BilledQuantity", "unitCode", Codes.unit(line.unit()), line.billed()));
            x.in("ram:SpecifiedLineTradeSettlement", y -> {
                y.in("ram:ApplicableTradeTax", z -> {
                    z.text("ram:TypeCode", "VAT");
                    rate(line.rate());
                });
                if (line.period() != null) period(line.period());
                y.in(
                        "ram:SpecifiedTradeSettlementLineMonetarySummation",
                        z -> z.text("ram:LineTotalAmount", line.net().plain()));
            });
        });
    }

    private void rate(TaxRate rate) throws XMLStreamException {
        xml.text("ram:CategoryCode", rate.category().code());
        xml.optional("ram:RateApplicablePercent", EInvoice.percent(rate));
    }

    /** BG-14 and BG-26; the last day is part of it. */
    private void period(ServicePeriod period) throws XMLStreamException {
        xml.in("ram:BillingSpecifiedPeriod", x -> {
            day("ram:StartDateTime", period.from());
            day("ram:EndDateTime", period.until().minusDays(1));
        });
    }

    private void day(String element, LocalDate day) throws XMLStreamException {
        xml.in(
                element,
                x -> x.text("udt:DateTimeString", "format", "102", DateTimeFormatter.BASIC_ISO_DATE.format(day)));
    }

    /** BG-4 and BG-7. */
    private void party(String role, EInvoice.Party party) throws XMLStreamException {
        boolean outside = invoice.isOutsideScope() && !party.taxNumber().isEmpty();
        xml.in(role, x -> {
            x.text("ram:Name", party.name());
            if (outside) x.in("ram:SpecifiedLegalOrganization", y -> y.text("ram:ID", party.taxNumber()));
            x.in("ram:PostalTradeAddress", y -> {
                y.optional("ram:LineOne", party.street());
                y.optional("ram:LineTwo", party.further());
                y.optional("ram:CityName", party.city());
                y.text("ram:CountryID", party.country());
            });
            if (!outside && !party.taxNumber().isEmpty())
                x.in("ram:SpecifiedTaxRegistration", y -> y.text("ram:ID", "schemeID", "VA", party.taxNumber()));
        });
    }

    private void settlement() throws XMLStreamException {
        EInvoice.Payment payment = invoice.payment();
        if (payment.debit() != null)
            xml.text("ram:CreditorReferenceID", payment.debit().creditor());
        boolean byBank = payment.account() != null || payment.debit() != null;
        if (byBank) xml.optional("ram:PaymentReference", payment.reference());
        xml.text("ram:InvoiceCurrencyCode", invoice.currency().getCurrencyCode());
        if (payment.account() != null) transfer(payment);
        if (payment.debit() != null)
            xml.in("ram:SpecifiedTradeSettlementPaymentMeans", x -> x.text("ram:TypeCode", Codes.SEPA_DIRECT_DEBIT));
        for (EInvoice.Tax tax : invoice.taxes()) tax(tax);
        if (invoice.period() != null) period(invoice.period());
        terms(payment);
        totals();
        if (invoice.isCredit() && !invoice.credits().isEmpty())
            xml.in("ram:InvoiceReferencedDocument", x -> x.text("ram:IssuerAssignedID", invoice.credits()));
    }

    /** BG-16 and BG-17. */
    private void transfer(EInvoice.Payment payment) throws XMLStreamException {
        xml.in("ram:SpecifiedTradeSettlementPaymentMeans", x -> {
            x.text("ram:TypeCode", Codes.CREDIT_TRANSFER);
            x.in(
                    "ram:PayeePartyCreditorFinancialAccount",
                    y -> y.text(payment.iban() ? "ram:IBANID" : "ram:ProprietaryID", payment.account()));
        });
    }

    /** BG-23. */
    private void tax(EInvoice.Tax tax) throws XMLStreamException {
        xml.in("ram:ApplicableTradeTax", x -> {
            x.text("ram:CalculatedAmount", tax.amount().plain());
            x.text("ram:TypeCode", "VAT");
            x.optional("ram:ExemptionReason", tax.reason());
            x.text("ram:BasisAmount", tax.base().plain());
            rate(tax.rate());
        });
    }

    /** BT-20, BT-9 and BT-89. */
    private void terms(EInvoice.Payment payment) throws XMLStreamException {
        boolean due = !invoice.isCredit();
        if (payment.terms().isEmpty() && payment.debit() == null && !due) return;
        xml.in("ram:SpecifiedTradePaymentTerms", x -> {
            x.optional("ram:Description", payment.terms());
            if (due) day("ram:DueDateDateTime", invoice.due());
            if (payment.debit() != null)
                x.text("ram:DirectDebitMandateID", payment.debit().mandate());
        });
    }

    /** BG-22. */
    private void totals() throws XMLStreamException {
        xml.in("ram:SpecifiedTradeSettlementHeaderMonetarySummation", x -> {
            x.text("ram:LineTotalAmount", invoice.net().plain());
            x.text("ram:TaxBasisTotalAmount", invoice.net().plain());
            x.money("ram:TaxTotalAmount", invoice.tax());
            x.text("ram:GrandTotalAmount", invoice.gross().plain());
            if (!invoice.prepaid().isZero())
                x.text("ram:TotalPrepaidAmount", invoice.prepaid().plain());
            x.text("ram:DuePayableAmount", invoice.payable().plain());
        });
    }
}
