package exactum.bench;

import exactum.core.bank.CreditorIdentifier;
import exactum.core.bank.Iban;
import exactum.core.money.Money;
import exactum.core.scheme.Scheme;
import exactum.core.scheme.Sequence;
import exactum.formats.pain.Debit;
import exactum.formats.pain.DebitGroup;
import exactum.formats.pain.DebitHeader;
import exactum.formats.pain.Pain008Writer;
import exactum.formats.pain.PainVersion;
import exactum.formats.xml.XmlOut;
import java.io.OutputStream;
import java.time.Instant;
import java.time.LocalDate;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** The same collections written by our writer, and by a plain StAX writer that pushes the same elements and texts. */
final class PlainDebits {
    private static final Iban ACCOUNT = new Iban("DE89370400440532013000");
    private static final String[][] ITEM = {
        {"DrctDbtTxInf"},
        {"PmtId"},
        {"EndToEndId", "FIRST-R1-000001"},
        {},
        {"InstdAmt", "832.74"},
        {"DrctDbtTx"},
        {"MndtRltdInf"},
        {"MndtId", "M-K-000001"},
        {"DtOfSgntr", "2026-01-05"},
        {},
        {},
        {"DbtrAgt"},
        {"FinInstnId"},
        {"Othr"},
        {"Id", "NOTPROVIDED"},
        {},
        {},
        {},
        {"Dbtr"},
        {"Nm", "Customer 000001"},
        {},
        {"DbtrAcct"},
        {"Id"},
        {"IBAN", "DE89370400440532013000"},
        {},
        {},
        {"RmtInf"},
        {"Ustrd", "R-2026-000001"},
        {},
        {}
    };

    private PlainDebits() {}

    static void ours(int items, OutputStream out) {
        Money amount = Money.of("EUR", "832.74");
        Money total = amount.withMinor(amount.minor() * items);
        var debit = new Debit(
                "FIRST-R1-000001",
                amount,
                new Debit.OfMandate(
                        Scheme.SEPA_CORE.rules().reference("M-K-000001"), LocalDate.of(2026, 1, 5), "", false),
                new Debit.Payer("Customer 000001", ACCOUNT, ""),
                "R-2026-000001");
        try (var writer = new Pain008Writer(PainVersion.V08, out)) {
            writer.header(new DebitHeader("FIRST-R1", Instant.EPOCH, "Bench Ltd", items, total));
            writer.group(new DebitGroup(
                    "FIRST-R1-RCUR-260615",
                    Scheme.SEPA_CORE,
                    Sequence.RECURRENT,
                    LocalDate.of(2026, 6, 15),
                    true,
                    new DebitGroup.Creditor("Bench Ltd", ACCOUNT, "", new CreditorIdentifier("DE98ZZZ09999999999")),
                    items,
                    total));
            for (int i = 0; i < items; i++) writer.debit(debit);
        }
    }

    static void plainly(int items, OutputStream out) throws XMLStreamException {
        XMLStreamWriter xml = XmlOut.to(out);
        xml.writeStartElement("Document");
        for (int i = 0; i < items; i++) item(xml);
        xml.writeEndElement();
        xml.flush();
    }

    private static void item(XMLStreamWriter xml) throws XMLStreamException {
        for (String[] e : ITEM) {
            if (e.length == 0) {
                xml.writeEndElement();
                continue;
            }
            xml.writeStartElement(e[0]);
            if (e[0].equals("InstdAmt")) xml.writeAttribute("Ccy", "EUR");
            if (e.length == 1) continue;
            xml.writeCharacters(e[1]);
            xml.writeEndElement();
        }
    }
}
