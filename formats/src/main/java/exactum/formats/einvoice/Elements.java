package exactum.formats.einvoice;

import exactum.core.money.Money;
import exactum.formats.xml.XmlOut;
import java.io.OutputStream;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Elements of one file as they are written, each with its prefix. */
final class Elements {
    private final XMLStreamWriter xml;

    private Elements(XMLStreamWriter xml) {
        this.xml = xml;
    }

    /** Writes within a file. */
    interface Writing {
        void to(Elements elements) throws XMLStreamException;
    }

    /** A file whose first element is written with its namespaces. */
    static void file(OutputStream out, Writing start, Writing rest) {
        try {
            XMLStreamWriter xml = XmlOut.to(out);
            var elements = new Elements(xml);
            xml.writeStartDocument("UTF-8", "1.0");
            start.to(elements);
            rest.to(elements);
            xml.writeEndElement();
            xml.writeEndDocument();
            xml.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }

    XMLStreamWriter raw() {
        return xml;
    }

    /** An element with what stands in it; its name as {@code cac:Party}. */
    void in(String name, Writing content) throws XMLStreamException {
        start(name);
        content.to(this);
        xml.writeEndElement();
    }

    void text(String name, String text) throws XMLStreamException {
        start(name);
        xml.writeCharacters(text);
        xml.writeEndElement();
    }

    /** Nothing for an empty text. */
    void optional(String name, String text) throws XMLStreamException {
        if (!text.isEmpty()) text(name, text);
    }

    void text(String name, String attribute, String value, String text) throws XMLStreamException {
        start(name);
        xml.writeAttribute(attribute, value);
        xml.writeCharacters(text);
        xml.writeEndElement();
    }

    /** An amount that names its currency. */
    void money(String name, Money money) throws XMLStreamException {
        text(name, "currencyID", money.currency().getCurrencyCode(), money.plain());
    }

    private void start(String name) throws XMLStreamException {
        int colon = name.indexOf(':');
        xml.writeStartElement(name.substring(0, colon), name.substring(colon + 1), "");
    }
}
