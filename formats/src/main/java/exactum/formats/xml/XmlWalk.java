package exactum.formats.xml;

import exactum.core.problem.Refusal;
import exactum.formats.FormatGuess;
import java.io.IOException;
import java.io.InputStream;
import java.io.PushbackInputStream;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Set;
import java.util.function.Consumer;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * Walks through a message as a stream, without document types or external entities. What is wrong is refused with
 * the line of the file where it stands.
 */
public final class XmlWalk {
    private static final int DEEPEST = 40;
    private static final int LONGEST = 4000;
    private static final Set<String> ANYTHING_WITHIN = Set.of("SplmtryData", "UBLExtensions");
    private static final String FILE_WITHIN = "BinaryObject";
    private final Set<String> namespaces;
    private final Set<String> inner;
    private final Words words;

    /** A walk through messages of the namespaces, each of which is all in its own. */
    public XmlWalk(Set<String> namespaces, Words words) {
        this(namespaces, Set.of(), words);
    }

    /** A walk through messages of the namespaces that use some others within. */
    public XmlWalk(Set<String> namespaces, Set<String> inner, Words words) {
        this.namespaces = Set.copyOf(namespaces);
        this.inner = Set.copyOf(inner);
        this.words = words;
    }

    /**
     * How a walk refuses.
     *
     * @param code the first part of its codes
     * @param broken the sentence of a file that is cut off; {@code %d} stands for the line
     * @param unknown the sentence of another message
     * @param sender who never sends what is refused as hostile, as {@code a bank}
     */
    public record Words(String code, String broken, String unknown, String sender) {

        /** Of what banks send. */
        public Words(String code, String broken, String unknown) {
            this(code, broken, unknown, "a bank");
        }
    }

    /** Who is told of what the walk meets; paths are of local names, as {@code Document/GrpHdr/MsgId}. */
    public interface Visitor {

        /** An element begins; its {@code Ccy} attribute, or null. */
        void start(String path, String currency);

        /** An attribute of the element that begins. */
        default void attribute(String path, String name, String value) {}

        /** An element ends, with the text that stood in it. */
        void end(String path, String text);
    }

    /**
     * Walks through a file.
     *
     * @param look looks at its first bytes and refuses what is no XML at all
     * @throws Refusal with one sentence, if it is not whole and correct
     */
    public void walk(InputStream in, Consumer<byte[]> look, Visitor visitor) {
        try (var pushed = new PushbackInputStream(in, FormatGuess.BYTES)) {
            byte[] head = pushed.readNBytes(FormatGuess.BYTES);
            look.accept(head);
            pushed.unread(head);
            XMLStreamReader xml = factory().createXMLStreamReader(pushed);
            try {
                through(xml, visitor);
            } finally {
                xml.close();
            }
        } catch (XMLStreamException broken) {
            if (broken.getNestedException() instanceof Refusal refusal) throw refusal;
            throw broken(broken.getLocation() == null ? 0 : broken.getLocation().getLineNumber());
        } catch (IOException broken) {
            throw broken(0);
        }
    }

    private void through(XMLStreamReader xml, Visitor visitor) throws XMLStreamException {
        String root = null;
        Deque<String> path = new ArrayDeque<>();
        var text = new StringBuilder();
        while (xml.hasNext()) {
            switch (xml.next()) {
                case XMLStreamConstants.DTD, XMLStreamConstants.ENTITY_REFERENCE -> throw hostile();
                case XMLStreamConstants.START_ELEMENT -> {
                    if (root == null) root = xml.getNamespaceURI();
                    enter(xml, path, root);
                    text.setLength(0);
                    told(xml, () -> visitor.start(path.getLast(), xml.getAttributeValue(null, "Ccy")));
                    attributes(xml, path.getLast(), visitor);
                }
                case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> {
                    if (path.isEmpty() || !path.getLast().endsWith(FILE_WITHIN)) append(text, xml);
                }
                case XMLStreamConstants.END_ELEMENT -> {
                    told(xml, () -> visitor.end(path.getLast(), text.toString().strip()));
                    text.setLength(0);
                    path.removeLast();
                }
                default -> {}
            }
        }
    }

    private static void attributes(XMLStreamReader xml, String path, Visitor visitor) throws XMLStreamException {
        for (int i = 0; i < xml.getAttributeCount(); i++) {
            String name = xml.getAttributeLocalName(i);
            String value = xml.getAttributeValue(i);
            told(xml, () -> visitor.attribute(path, name, value));
        }
    }

    private void enter(XMLStreamReader xml, Deque<String> path, String root) {
        if (path.isEmpty() && !namespaces.contains(String.valueOf(root)))
            throw new Refusal(words.code() + ".unknown-format", words.unknown());
        boolean foreign = !root.equals(xml.getNamespaceURI()) && !inner.contains(String.valueOf(xml.getNamespaceURI()));
        if (foreign && (path.isEmpty() || ANYTHING_WITHIN.stream().noneMatch(path.getLast()::contains)))
            throw hostile();
        path.addLast(path.isEmpty() ? xml.getLocalName() : path.getLast() + "/" + xml.getLocalName());
        if (path.size() > DEEPEST) throw hostile();
    }

    private void append(StringBuilder text, XMLStreamReader xml) {
        if (text.length() + xml.getTextLength() > LONGEST)
            throw placed(
                    xml,
                    new Refusal(
                            words.code() + ".field", "A field has more than 4,000 characters. Nothing was stored."));
        text.append(xml.getTextCharacters(), xml.getTextStart(), xml.getTextLength());
    }

    private static void told(XMLStreamReader xml, Runnable telling) {
        try {
            telling.run();
        } catch (Refusal wrong) {
            throw placed(xml, wrong);
        }
    }

    private static Refusal placed(XMLStreamReader xml, Refusal wrong) {
        return new Refusal(
                wrong.code(),
                "Line %d of the file: %s".formatted(xml.getLocation().getLineNumber(), wrong.sentence()));
    }

    private static XMLInputFactory factory() {
        XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_COALESCING, true);
        return factory;
    }

    private Refusal broken(int line) {
        return new Refusal(words.code() + ".broken", words.broken().formatted(line));
    }

    private Refusal hostile() {
        return new Refusal(
                words.code() + ".hostile",
                "The file carries a document type, an entity or an element of another kind, which %s never sends. Nothing was stored. Fetch it from %s again."
                        .formatted(words.sender(), words.sender().replaceFirst("^an? ", "the ")));
    }
}
