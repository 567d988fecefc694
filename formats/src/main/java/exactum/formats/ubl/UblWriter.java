package exactum.formats.ubl;

import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.money.Money;
import exactum.formats.xml.XmlOut;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Writes an invoice or a credit note as UBL 2.1 (ISO/IEC 19845) with the meaning of EN 16931-1, by the binding of CEN/TS 16931-3-2. */
public final class UblWriter {
    private static final String INVOICE = "urn:oasis:names:specification:ubl:schema:xsd:Invoice-2";
    private static final String CREDIT_NOTE = "urn:oasis:names:specification:ubl:schema:xsd:CreditNote-2";
    private static final String CBC = "urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2";
    private static final String CAC = "urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2";
    private static final String EN_16931 = "urn:cen.eu:en16931:2017";
    private static final String COMMERCIAL_INVOICE = "380";
    private static final String CREDIT_NOTE_TYPE = "381";
    private static final String CREDIT_TRANSFER = "30";
    private static final String SEPA_DIRECT_DEBIT = "59";
    private static final int PRICE_DECIMALS = 8;

    /** Units as UN/ECE Recommendation 20 codes them; any other is “one”. */
    private static final Map<String, String> UNITS = Map.ofEntries(
            Map.entry("month", "MON"),
            Map.entry("months", "MON"),
            Map.entry("quarter", "QAN"),
            Map.entry("year", "ANN"),
            Map.entry("week", "WEE"),
            Map.entry("day", "DAY"),
            Map.entry("h", "HUR"),
            Map.entry("hour", "HUR"),
            Map.entry("hours", "HUR"),
            Map.entry("kwh", "KWH"),
            Map.entry("m³", "MTQ"));

    private final EInvoice invoice;
    private final XMLStreamWriter xml;

    private UblWriter(EInvoice invoice, XMLStreamWriter xml) {
        this.invoice = invoice;
        this.xml = xml;
    }

    public static void write(EInvoice invoice, OutputStream out) {
        try {
            XMLStreamWriter xml = XmlOut.to(out);
            new UblWriter(invoice, xml).write();
            xml.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }

    private void write() throws XMLStreamException {
        xml.writeStartDocument("UTF-8", "1.0");
        xml.writeStartElement(isCredit() ? "CreditNote" : "Invoice");
        xml.writeDefaultNamespace(isCredit() ? CREDIT_NOTE : INVOICE);
        xml.writeNamespace("cac", CAC);
        xml.writeNamespace("cbc", CBC);
        text("CustomizationID", EN_16931);
        text("ID", invoice.number());
        text("IssueDate", invoice.date().toString());
        if (isCredit()) text("CreditNoteTypeCode", CREDIT_NOTE_TYPE);
        else {
            text("DueDate", invoice.due().toString());
            text("InvoiceTypeCode", COMMERCIAL_INVOICE);
        }
        for (String note : invoice.notes()) text("Note", note);
        text("DocumentCurrencyCode", currency());
        optional("BuyerReference", invoice.buyerReference());
        if (isCredit() && !invoice.credits().isEmpty()) preceding();
        party("AccountingSupplierParty", invoice.seller());
        party("AccountingCustomerParty", invoice.buyer());
        if (invoice.account() != null) transfer();
        if (invoice.debit() != null) debit();
        if (!invoice.terms().isEmpty()) {
            open("PaymentTerms");
            text("Note", invoice.terms());
            close();
        }
        taxes();
        totals();
        for (int i = 0; i < invoice.lines().size(); i++)
            line(i + 1, invoice.lines().get(i));
        xml.writeEndElement();
        xml.writeEndDocument();
    }

    private boolean isCredit() {
        return invoice.credits() != null;
    }

    /** BG-3. */
    private void preceding() throws XMLStreamException {
        open("BillingReference");
        open("InvoiceDocumentReference");
        text("ID", invoice.credits());
        close();
        close();
    }

    private String currency() {
        return invoice.prepaid().currency().getCurrencyCode();
    }

    /** BG-4 and BG-7. Where nothing is within the scope of tax, neither side names a tax number (BR-O-02). */
    private void party(String role, EInvoice.Party party) throws XMLStreamException {
        boolean outside = invoice.taxes().stream().anyMatch(t -> t.rate().category() == TaxCategory.OUTSIDE_SCOPE);
        open(role);
        open("Party");
        if (invoice.debit() != null && party.equals(invoice.seller())) creditor();
        open("PostalAddress");
        List<String> lines = party.address();
        if (!lines.isEmpty()) optional("StreetName", lines.getFirst());
        if (lines.size() > 2) optional("AdditionalStreetName", String.join(", ", lines.subList(1, lines.size() - 1)));
        if (lines.size() > 1) optional("CityName", lines.getLast());
        open("Country");
        text("IdentificationCode", party.country());
        close();
        close();
        if (!party.taxNumber().isEmpty() && !outside) {
            open("PartyTaxScheme");
            text("CompanyID", party.taxNumber());
            vat();
            close();
        }
        open("PartyLegalEntity");
        text("RegistrationName", party.name());
        if (outside && !party.taxNumber().isEmpty()) text("CompanyID", party.taxNumber());
        close();
        close();
        close();
    }

    private void vat() throws XMLStreamException {
        open("TaxScheme");
        text("ID", "VAT");
        close();
    }

    /** BG-16 and BG-17. */
    private void transfer() throws XMLStreamException {
        open("PaymentMeans");
        text("PaymentMeansCode", CREDIT_TRANSFER);
        text("PaymentID", invoice.number());
        open("PayeeFinancialAccount");
        text("ID", invoice.account());
        close();
        close();
    }

    /** BG-16 and BG-19. */
    private void debit() throws XMLStreamException {
        open("PaymentMeans");
        text("PaymentMeansCode", SEPA_DIRECT_DEBIT);
        text("PaymentID", invoice.number());
        open("PaymentMandate");
        text("ID", invoice.debit().mandate());
        close();
        close();
    }

    /** BT-90. */
    private void creditor() throws XMLStreamException {
        open("PartyIdentification");
        xml.writeStartElement("cbc", "ID", CBC);
        xml.writeAttribute("schemeID", "SEPA");
        xml.writeCharacters(invoice.debit().creditor());
        xml.writeEndElement();
        close();
    }

    /** BT-110 and BG-23. */
    private void taxes() throws XMLStreamException {
        Money all = Money.sum(
                invoice.prepaid().currency(),
                invoice.taxes().stream().map(EInvoice.Tax::amount).toList());
        open("TaxTotal");
        money("TaxAmount", all);
        for (EInvoice.Tax tax : invoice.taxes()) {
            open("TaxSubtotal");
            money("TaxableAmount", tax.base());
            money("TaxAmount", tax.amount());
            category("TaxCategory", tax.rate(), tax.reason());
            close();
        }
        close();
    }

    private void category(String element, TaxRate rate, String reason) throws XMLStreamException {
        open(element);
        text("ID", rate.category().code());
        if (rate.category() != TaxCategory.OUTSIDE_SCOPE)
            text("Percent", rate.percent().stripTrailingZeros().toPlainString());
        optional("TaxExemptionReason", reason);
        vat();
        close();
    }

    /** BG-22. */
    private void totals() throws XMLStreamException {
        Money net = Money.sum(
                invoice.prepaid().currency(),
                invoice.lines().stream().map(EInvoice.Line::net).toList());
        Money gross = net;
        for (EInvoice.Tax tax : invoice.taxes()) gross = gross.plus(tax.amount());
        open("LegalMonetaryTotal");
        money("LineExtensionAmount", net);
        money("TaxExclusiveAmount", net);
        money("TaxInclusiveAmount", gross);
        if (!invoice.prepaid().isZero()) money("PrepaidAmount", invoice.prepaid());
        money("PayableAmount", gross.minus(invoice.prepaid()));
        close();
    }

    /** BG-25; the price is what a unit comes to (BT-146). */
    private void line(int number, EInvoice.Line line) throws XMLStreamException {
        open(isCredit() ? "CreditNoteLine" : "InvoiceLine");
        text("ID", Integer.toString(number));
        xml.writeStartElement("cbc", isCredit() ? "CreditedQuantity" : "InvoicedQuantity", CBC);
        xml.writeAttribute("unitCode", UNITS.getOrDefault(line.unit().toLowerCase(Locale.ROOT), "C62"));
        xml.writeCharacters(line.quantity().toPlainString());
        xml.writeEndElement();
        money("LineExtensionAmount", line.net());
        open("Item");
        text("Name", line.name());
        category("ClassifiedTaxCategory", line.rate(), "");
        close();
        open("Price");
        BigDecimal price = line.net().amount().divide(line.quantity(), PRICE_DECIMALS, RoundingMode.HALF_UP);
        xml.writeStartElement("cbc", "PriceAmount", CBC);
        xml.writeAttribute("currencyID", currency());
        xml.writeCharacters(price.stripTrailingZeros().toPlainString());
        xml.writeEndElement();
        close();
        close();
    }

    private void open(String element) throws XMLStreamException {
        xml.writeStartElement("cac", element, CAC);
    }

    private void close() throws XMLStreamException {
        xml.writeEndElement();
    }

    private void optional(String element, String text) throws XMLStreamException {
        if (!text.isEmpty()) text(element, text);
    }

    private void text(String element, String text) throws XMLStreamException {
        xml.writeStartElement("cbc", element, CBC);
        xml.writeCharacters(text);
        xml.writeEndElement();
    }

    private void money(String element, Money money) throws XMLStreamException {
        xml.writeStartElement("cbc", element, CBC);
        xml.writeAttribute("currencyID", currency());
        xml.writeCharacters(money.plain());
        xml.writeEndElement();
    }
}
