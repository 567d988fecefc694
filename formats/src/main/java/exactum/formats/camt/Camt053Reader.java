package exactum.formats.camt;

import exactum.core.bank.Notice;
import exactum.core.bank.Statement;
import exactum.core.problem.Refusal;
import exactum.formats.FormatGuess;
import exactum.formats.StatementFile;
import exactum.formats.xml.XmlWalk;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;

/**
 * Reads camt.053 and camt.054, both in versions .02 and .08, as a stream, without document types or external entities. A file
 * is read whole or refused whole, with one sentence.
 */
public final class Camt053Reader {
    private static final String STATEMENT = "Document/BkToCstmrStmt/Stmt";
    private static final String NOTICE = "Document/BkToCstmrDbtCdtNtfctn/Ntfctn";
    private static final XmlWalk WALK = new XmlWalk(
            Camt053.READ,
            new XmlWalk.Words(
                    "statement",
                    "The statement is cut off or is not XML, at line %d. Nothing was stored. Fetch it from the bank again.",
                    "This is no camt.053 or camt.054 in version .02 or .08, which we read. Nothing was stored. Ask the bank for one of them."));

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
        var all = new Walked();
        WALK.walk(in, Camt053Reader::requireXml, all);
        if (all.found.isEmpty() && all.notices.isEmpty()) throw empty();
        return new StatementFile(all.found, all.notices);
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

    /** What the walk has met so far. */
    private static final class Walked implements XmlWalk.Visitor {
        private final List<Statement> found = new ArrayList<>();
        private final List<Notice> notices = new ArrayList<>();
        private StatementBuilder statement;

        @Override
        public void start(String path, String currency) {
            if (path.equals(STATEMENT) || path.equals(NOTICE)) statement = new StatementBuilder();
            else if (statement != null) statement.start(below(path), currency);
        }

        @Override
        public void end(String path, String text) {
            if (statement == null) return;
            switch (path) {
                case STATEMENT -> {
                    found.add(statement.build());
                    statement = null;
                }
                case NOTICE -> {
                    notices.add(statement.notice());
                    statement = null;
                }
                default -> statement.end(below(path), text);
            }
        }
    }

    private static Refusal empty() {
        return new Refusal("statement.empty", "There is no statement in the file. Nothing was stored.");
    }

    private static String below(String path) {
        if (path.startsWith(NOTICE + "/")) return path.substring(NOTICE.length() + 1);
        return path.startsWith(STATEMENT + "/") ? path.substring(STATEMENT.length() + 1) : "";
    }
}
