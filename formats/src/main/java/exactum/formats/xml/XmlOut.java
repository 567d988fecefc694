package exactum.formats.xml;

import java.io.BufferedWriter;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Writers of XML as UTF-8. */
public final class XmlOut {
    private static final int BUFFER = 1 << 14;

    private XmlOut() {}

    /** One that hands its bytes on in blocks; the library's own for a stream hands them on one by one. */
    public static XMLStreamWriter to(OutputStream out) throws XMLStreamException {
        var writer = new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8), BUFFER);
        return XMLOutputFactory.newDefaultFactory().createXMLStreamWriter(writer);
    }
}
