package exactum.formats.camt;

import exactum.core.bank.Notice;
import exactum.core.bank.Statement;
import exactum.core.problem.Refusal;
import exactum.formats.FormatGuess;
import exactum.formats.StatementFile;
import java.io.IOException;
import java.io.InputStream;
import java.io.PushbackInputStream;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.function.Supplier;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * Reads camt.053 and camt.054, both in versions .02 and .08, as a stream, without document types or external entities. A file
 * is read whole or refused whole, with one sentence.
 */
public final class Camt053Reader {
    private static final String STATEMENT = "Document/BkToCstmrStmt/Stmt";
    private static final String NOTICE = "Document/BkToCstmrDbtCdtNtfctn/Ntfctn";
    private static final int DEEPEST = 40;
    private static final int LONGEST = 4000;

    private Camt053Reader() {}

    /**
     * The statements of the file, in its order.
     *
     * @throws Refusal if it is not whole and correct, or holds none
     */
    public static List<Statement> read(InputStream in) {
        List<Statement> statements = readAll(in).statements();
        if (statements.isEmpty()) throw empty();
        return statements;
    }

    /**
     * All that the file holds, in its order.
     *
     * @throws Refusal if it is not whole and correct
     */
    public static StatementFile readAll(InputStream in) {
        try (var pushed = new PushbackInputStream(in, FormatGuess.BYTES)) {
            byte[] head = pushed.readNBytes(FormatGuess.BYTES);
            requireXml(head);
            pushed.unread(head);
            XMLStreamReader xml = factory().createXMLStreamReader(pushed);
            try {
                return all(xml);
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

    private static Refusal broken(int line) {
        return new Refusal(
                "statement.broken",
                "The statement is cut off or is not XML, at line %d. Nothing was stored. Fetch it from the bank again."
                        .formatted(line));
    }

    private static void requireXml(byte[] head) {
        String guess = FormatGuess.of(head);
        boolean maybe = guess.startsWith("camt.05") || guess.startsWith("XML") || guess.equals("text in UTF-16");
        if (!maybe)
            throw new Refusal(
                    "statement.unknown-format",
                    "This is %s, and statements are camt.053, camt.054, MT940 or CSV. Nothing was stored. Ask the bank for one of them."
                            .formatted(guess));
    }

    private static XMLInputFactory factory() {
        XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_COALESCING, true);
        return factory;
    }

    private static StatementFile all(XMLStreamReader xml) throws XMLStreamException {
        var found = new ArrayList<Statement>();
        var notices = new ArrayList<Notice>();
        String root = null;
        Deque<String> path = new ArrayDeque<>();
        StatementBuilder statement = null;
        var text = new StringBuilder();
        while (xml.hasNext()) {
            switch (xml.next()) {
                case XMLStreamConstants.DTD, XMLStreamConstants.ENTITY_REFERENCE -> throw hostile();
                case XMLStreamConstants.START_ELEMENT -> {
                    if (root == null) root = xml.getNamespaceURI();
                    enter(xml, path, root);
                    text.setLength(0);
                    String here = String.join("/", path);
                    if (here.equals(STATEMENT) || here.equals(NOTICE)) statement = new StatementBuilder();
                    else if (statement != null) statement.start(below(here), xml.getAttributeValue(null, "Ccy"));
                }
                case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> append(text, xml);
                case XMLStreamConstants.END_ELEMENT -> {
                    String here = String.join("/", path);
                    if (statement != null) {
                        if (here.equals(STATEMENT)) {
                            found.add(built(xml, statement::build));
                            statement = null;
                        } else if (here.equals(NOTICE)) {
                            notices.add(built(xml, statement::notice));
                            statement = null;
                        } else {
                            end(xml, statement, below(here), text.toString().strip());
                        }
                    }
                    text.setLength(0);
                    path.removeLast();
                }
                default -> {}
            }
        }
        if (found.isEmpty() && notices.isEmpty()) throw empty();
        return new StatementFile(found, notices);
    }

    private static Refusal empty() {
        return new Refusal("statement.empty", "There is no statement in the file. Nothing was stored.");
    }

    private static void append(StringBuilder text, XMLStreamReader xml) {
        if (text.length() + xml.getTextLength() > LONGEST)
            throw placed(
                    xml, new Refusal("statement.field", "A field has more than 4,000 characters. Nothing was stored."));
        text.append(xml.getTextCharacters(), xml.getTextStart(), xml.getTextLength());
    }

    private static void end(XMLStreamReader xml, StatementBuilder statement, String path, String text) {
        try {
            statement.end(path, text);
        } catch (Refusal wrong) {
            throw placed(xml, wrong);
        }
    }

    private static <T> T built(XMLStreamReader xml, Supplier<T> building) {
        try {
            return building.get();
        } catch (Refusal wrong) {
            throw placed(xml, wrong);
        }
    }

    /** What is wrong is said with its place. */
    private static Refusal placed(XMLStreamReader xml, Refusal wrong) {
        return new Refusal(
                wrong.code(),
                "Line %d of the file: %s".formatted(xml.getLocation().getLineNumber(), wrong.sentence()));
    }

    private static void enter(XMLStreamReader xml, Deque<String> path, String root) {
        if (path.isEmpty() && !Camt053.READ.contains(String.valueOf(root))) {
            throw new Refusal(
                    "statement.unknown-format",
                    "This is no camt.053 or camt.054 in version .02 or .08, which we read. Nothing was stored. Ask the bank for one of them.");
        }
        boolean foreign = !root.equals(xml.getNamespaceURI());
        if (foreign && !path.contains("SplmtryData")) throw hostile();
        path.addLast(xml.getLocalName());
        if (path.size() > DEEPEST) throw hostile();
    }

    private static String below(String path) {
        if (path.startsWith(NOTICE + "/")) return path.substring(NOTICE.length() + 1);
        return path.startsWith(STATEMENT + "/") ? path.substring(STATEMENT.length() + 1) : "";
    }

    private static Refusal hostile() {
        return new Refusal(
                "statement.hostile",
                "The file carries a document type, an entity or an element of another kind, which a bank never sends. Nothing was stored. Fetch it from the bank again.");
    }
}
