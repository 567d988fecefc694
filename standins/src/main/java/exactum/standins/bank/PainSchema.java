package exactum.standins.bank;

import exactum.core.problem.Refusal;
import exactum.formats.FormatGuess;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import javax.xml.XMLConstants;
import javax.xml.transform.stream.StreamSource;
import javax.xml.validation.Schema;
import javax.xml.validation.SchemaFactory;
import org.springframework.stereotype.Component;
import org.xml.sax.SAXException;

/** The published schemas of ISO 20022 pain.008 and pain.001, as hbci4j-core ships them at the root of its jar. */
@Component
class PainSchema {
    private final Map<String, Schema> loaded = new ConcurrentHashMap<>();

    /** {@code pain.008.001.08}, by the file's first bytes. */
    String messageOf(byte[] content) {
        return FormatGuess.of(content);
    }

    /**
     * Proves a file against the schema of its message.
     *
     * @throws Refusal with what the schema does not allow
     */
    void require(byte[] content) {
        require(content, "pain\\.008\\.001\\.0[28]", "pain.008.001.02 and .08");
    }

    /** The same of a file of transfers. */
    void requireTransfers(byte[] content) {
        require(content, "pain\\.001\\.001\\.0[39]", "pain.001.001.03 and .09");
    }

    private void require(byte[] content, String taken, String words) {
        String message = messageOf(content);
        if (!message.matches(taken))
            throw new Refusal("debits.message", "%s is not taken here, but %s are".formatted(message, words));
        try {
            var validator = loaded.computeIfAbsent(message, PainSchema::load).newValidator();
            validator.setProperty(XMLConstants.ACCESS_EXTERNAL_DTD, "");
            validator.setProperty(XMLConstants.ACCESS_EXTERNAL_SCHEMA, "");
            validator.validate(new StreamSource(new ByteArrayInputStream(content)));
        } catch (SAXException wrong) {
            throw new Refusal("debits.schema", "the file is not as its schema says (FF01): " + wrong.getMessage());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Schema load(String message) {
        try {
            return SchemaFactory.newInstance(XMLConstants.W3C_XML_SCHEMA_NS_URI)
                    .newSchema(PainSchema.class.getResource("/" + message + ".xsd"));
        } catch (SAXException e) {
            throw new IllegalStateException(e);
        }
    }
}
