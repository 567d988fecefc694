package exactum.formats.pain;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import javax.xml.XMLConstants;
import javax.xml.transform.stream.StreamSource;
import javax.xml.validation.SchemaFactory;
import org.xml.sax.SAXException;

/** The published schemas of ISO 20022 messages, shipped in hbci4j-core. */
final class PainSchema {
    private PainSchema() {}

    /**
     * Holds a file against the schema of its message.
     *
     * @throws SAXException if the schema does not allow it
     */
    static void validate(String message, byte[] file) throws SAXException {
        try {
            SchemaFactory.newInstance(XMLConstants.W3C_XML_SCHEMA_NS_URI)
                    .newSchema(PainSchema.class.getResource("/" + message + ".xsd"))
                    .newValidator()
                    .validate(new StreamSource(new ByteArrayInputStream(file)));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
