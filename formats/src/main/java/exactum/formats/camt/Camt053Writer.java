package exactum.formats.camt;

import exactum.core.bank.Statement;
import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import exactum.core.text.CleanText;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Writes one statement as camt.053.001.08, elements in the order of the ISO 20022 message definition. */
public final class Camt053Writer {
    private static final Map<String, Integer> MOST =
            Map.of("Id", 35, "MsgId", 35, "NtryRef", 35, "AcctSvcrRef", 35, "EndToEndId", 35, "Ref", 35, "Nm", 140);
    private final XMLStreamWriter xml;

    private Camt053Writer(XMLStreamWriter xml) {
        this.xml = xml;
    }

    /** Writes the statement as UTF-8; {@code createdAt} is in UTC. */
    public static void write(Statement statement, Instant createdAt, OutputStream out) {
        try {
            XMLStreamWriter xml =
                    XMLOutputFactory.newDefaultFactory().createXMLStreamWriter(out, StandardCharsets.UTF_8.name());
            new Camt053Writer(xml)
                    .document(
                            statement, createdAt.truncatedTo(ChronoUnit.SECONDS).toString());
            xml.flush();
        } catch (XMLStreamException e) {
            throw new IllegalStateException("The statement could not be written", e);
        }
    }

    private void document(Statement statement, String created) throws XMLStreamException {
        xml.writeStartDocument("UTF-8", "1.0");
        xml.writeStartElement("Document");
        xml.writeDefaultNamespace(Camt053.NAMESPACE);
        open("BkToCstmrStmt");
        open("GrpHdr");
        text("MsgId", statement.reference());
        text("CreDtTm", created);
        close();
        open("Stmt");
        text("Id", statement.reference());
        if (statement.sequence() != null)
            text("ElctrncSeqNb", statement.sequence().toString());
        text("CreDtTm", created);
        open("FrToDt");
        text("FrDtTm", statement.from() + "T00:00:00Z");
        text("ToDtTm", statement.until() + "T23:59:59Z");
        close();
        account(statement);
        balance("OPBD", statement.opening(), statement.from());
        balance("CLBD", statement.closing(), statement.until());
        for (int i = 0; i < statement.lines().size(); i++)
            entry(i + 1, statement.lines().get(i));
        close();
        close();
        close();
        xml.writeEndDocument();
    }

    private void account(Statement statement) throws XMLStreamException {
        open("Acct");
        open("Id");
        text("IBAN", statement.iban().value());
        close();
        text("Ccy", statement.opening().currency().getCurrencyCode());
        close();
    }

    private void balance(String type, Money amount, LocalDate date) throws XMLStreamException {
        open("Bal");
        open("Tp");
        open("CdOrPrtry");
        text("Cd", type);
        close();
        close();
        signed(amount);
        date("Dt", date);
        close();
    }

    private void entry(int number, StatementLine line) throws XMLStreamException {
        open("Ntry");
        text("NtryRef", Integer.toString(number));
        signed(line.amount());
        open("Sts");
        text("Cd", "BOOK");
        close();
        date("BookgDt", line.bookedOn());
        date("ValDt", line.valueOn());
        if (!line.bankReference().isEmpty()) text("AcctSvcrRef", line.bankReference());
        bankCode(line.bankCode());
        details(line);
        close();
    }

    private void details(StatementLine line) throws XMLStreamException {
        boolean credit = line.amount().isPositive();
        open("NtryDtls");
        open("TxDtls");
        open("Refs");
        text("EndToEndId", line.endToEndId().isEmpty() ? "NOTPROVIDED" : line.endToEndId());
        close();
        signed(line.amount());
        if (!line.counterparty().isEmpty()) {
            open("RltdPties");
            open(credit ? "Dbtr" : "Cdtr");
            open("Pty");
            text("Nm", line.counterparty());
            close();
            close();
            close();
        }
        if (!line.remittance().isEmpty() || !line.structuredReference().isEmpty()) {
            open("RmtInf");
            for (String part : pieces(line.remittance())) text("Ustrd", part);
            if (!line.structuredReference().isEmpty()) structured(line.structuredReference());
            close();
        }
        close();
        close();
    }

    private void structured(String reference) throws XMLStreamException {
        open("Strd");
        open("CdtrRefInf");
        text("Ref", reference);
        close();
        close();
    }

    private void bankCode(String code) throws XMLStreamException {
        String[] parts = code.split("/");
        if (parts.length != 3)
            throw new IllegalArgumentException("a bank transaction code has three parts, but this is " + code);
        open("BkTxCd");
        open("Domn");
        text("Cd", parts[0]);
        open("Fmly");
        text("Cd", parts[1]);
        text("SubFmlyCd", parts[2]);
        close();
        close();
        close();
    }

    private void signed(Money amount) throws XMLStreamException {
        xml.writeStartElement("Amt");
        xml.writeAttribute("Ccy", amount.currency().getCurrencyCode());
        xml.writeCharacters(amount.abs().plain());
        xml.writeEndElement();
        text("CdtDbtInd", amount.isNegative() ? "DBIT" : "CRDT");
    }

    private void date(String element, LocalDate date) throws XMLStreamException {
        open(element);
        text("Dt", date.toString());
        close();
    }

    private void open(String element) throws XMLStreamException {
        xml.writeStartElement(element);
    }

    private void close() throws XMLStreamException {
        xml.writeEndElement();
    }

    /** Max140Text as often as it takes. */
    private static List<String> pieces(String text) {
        int[] points = harmless(text, Integer.MAX_VALUE).codePoints().toArray();
        var pieces = new ArrayList<String>();
        for (int from = 0; from < points.length; from += 140)
            pieces.add(new String(points, from, Math.min(140, points.length - from)).strip());
        pieces.removeIf(String::isEmpty);
        return pieces;
    }

    /** What the message definition lets a text of the element hold, whatever a payer wrote. */
    private static String harmless(String text, int most) {
        return CleanText.harmless(text, most).strip();
    }

    private void text(String element, String text) throws XMLStreamException {
        xml.writeStartElement(element);
        xml.writeCharacters(harmless(text, MOST.getOrDefault(element, 140)));
        xml.writeEndElement();
    }
}
