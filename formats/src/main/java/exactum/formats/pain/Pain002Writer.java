package exactum.formats.pain;

import exactum.formats.xml.XmlOut;
import java.io.OutputStream;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Writes a status report as pain.002.001.10, elements in the order of the message definition. */
public final class Pain002Writer {
    private final XMLStreamWriter xml;

    private Pain002Writer(XMLStreamWriter xml) {
        this.xml = xml;
    }

    /** Writes the report as UTF-8; {@code createdAt} is in UTC. */
    public static void write(StatusReport report, Instant createdAt, OutputStream out) {
        try {
            XMLStreamWriter xml = XmlOut.to(out);
            new Pain002Writer(xml).document(report, createdAt);
            xml.flush();
        } catch (XMLStreamException e) {
            throw new IllegalStateException("The report could not be written", e);
        }
    }

    private void document(StatusReport report, Instant createdAt) throws XMLStreamException {
        xml.writeStartDocument("UTF-8", "1.0");
        xml.writeStartElement("Document");
        xml.writeDefaultNamespace(PainVersion.MESSAGES + "pain.002.001.10");
        xml.writeStartElement("CstmrPmtStsRpt");
        xml.writeStartElement("GrpHdr");
        text("MsgId", report.id());
        text("CreDtTm", createdAt.truncatedTo(ChronoUnit.SECONDS).toString());
        xml.writeEndElement();
        xml.writeStartElement("OrgnlGrpInfAndSts");
        text("OrgnlMsgId", report.original());
        text("OrgnlMsgNmId", report.originalKind());
        status("GrpSts", report.whole());
        xml.writeEndElement();
        for (StatusReport.OfGroup group : report.groups()) group(report, group);
        xml.writeEndDocument();
    }

    private void group(StatusReport report, StatusReport.OfGroup group) throws XMLStreamException {
        xml.writeStartElement("OrgnlPmtInfAndSts");
        text("OrgnlPmtInfId", group.group());
        status("PmtInfSts", group.status());
        List<StatusReport.OfItem> items = report.items().stream()
                .filter(i -> i.group().equals(group.group()))
                .toList();
        for (StatusReport.OfItem item : items) item(item);
        xml.writeEndElement();
    }

    private void item(StatusReport.OfItem item) throws XMLStreamException {
        xml.writeStartElement("TxInfAndSts");
        text("OrgnlEndToEndId", item.endToEndId());
        status("TxSts", item.status());
        xml.writeStartElement("OrgnlTxRef");
        if (item.amount() != null) {
            xml.writeStartElement("Amt");
            xml.writeStartElement("InstdAmt");
            xml.writeAttribute("Ccy", item.amount().currency().getCurrencyCode());
            xml.writeCharacters(item.amount().plain());
            xml.writeEndElement();
            xml.writeEndElement();
        }
        if (item.on() != null) text("ReqdColltnDt", item.on().toString());
        if (!item.mandate().isEmpty()) {
            xml.writeStartElement("MndtRltdInf");
            text("MndtId", item.mandate());
            xml.writeEndElement();
        }
        xml.writeEndElement();
        xml.writeEndElement();
    }

    private void status(String element, StatusReport.Status status) throws XMLStreamException {
        if (!status.code().isEmpty()) text(element, status.code());
        if (status.reason().isEmpty()) return;
        xml.writeStartElement("StsRsnInf");
        xml.writeStartElement("Rsn");
        text("Cd", status.reason());
        xml.writeEndElement();
        if (!status.words().isEmpty()) text("AddtlInf", status.words());
        xml.writeEndElement();
    }

    private void text(String element, String text) throws XMLStreamException {
        xml.writeStartElement(element);
        xml.writeCharacters(text);
        xml.writeEndElement();
    }
}
