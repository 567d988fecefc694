package exactum.formats.pain;

import exactum.core.money.Money;
import exactum.formats.xml.XmlOut;
import java.io.OutputStream;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** What files to a bank are written with: elements and texts, in the order of the message definition. */
class PainXml implements AutoCloseable {
    final XMLStreamWriter xml;

    PainXml(OutputStream out) {
        try {
            xml = XmlOut.to(out);
        } catch (XMLStreamException e) {
            throw failed(e);
        }
    }

    void begin(String namespace, String root) throws XMLStreamException {
        xml.writeStartDocument("UTF-8", "1.0");
        xml.writeStartElement("Document");
        xml.writeDefaultNamespace(namespace);
        open(root);
    }

    void bank(String element, String bicElement, String bic) throws XMLStreamException {
        open(element);
        open("FinInstnId");
        if (bic.isEmpty()) nested("Othr", "Id", "NOTPROVIDED");
        else text(bicElement, bic);
        close2();
    }

    void sums(int count, Money total) throws XMLStreamException {
        text("NbOfTxs", Integer.toString(count));
        text("CtrlSum", total.plain());
    }

    void amount(Money amount) throws XMLStreamException {
        xml.writeStartElement("InstdAmt");
        xml.writeAttribute("Ccy", amount.currency().getCurrencyCode());
        xml.writeCharacters(amount.plain());
        xml.writeEndElement();
    }

    void nested(String outer, String inner, String text) throws XMLStreamException {
        open(outer);
        text(inner, text);
        closeElement();
    }

    void open(String element) throws XMLStreamException {
        xml.writeStartElement(element);
    }

    void text(String element, String text) throws XMLStreamException {
        xml.writeStartElement(element);
        xml.writeCharacters(text);
        xml.writeEndElement();
    }

    void closeElement() throws XMLStreamException {
        xml.writeEndElement();
    }

    void close2() throws XMLStreamException {
        closeElement();
        closeElement();
    }

    /** Ends the file; the stream beneath stays open. */
    @Override
    public void close() {
        writing(() -> {
            xml.writeEndDocument();
            xml.flush();
        });
    }

    interface Writing {
        void write() throws XMLStreamException;
    }

    static void writing(Writing writing) {
        try {
            writing.write();
        } catch (XMLStreamException e) {
            throw failed(e);
        }
    }

    private static IllegalStateException failed(XMLStreamException e) {
        return new IllegalStateException("A file for the bank could not be written", e);
    }
}
