package exactum.formats.mt940;

import exactum.core.bank.Statement;
import exactum.core.problem.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;

/**
 * Reads MT940 as a stream: one message or many, with or without the SWIFT envelope (Standards MT, category 9; the subfields of
 * field 86 as banks write them: common practice, no source). A file is read whole or refused whole, with one sentence.
 */
public final class Mt940Reader {
    private Mt940Reader() {}

    /** Whether a file that begins so is MT940. */
    public static boolean isMt940(String start) {
        return start.stripLeading().matches("(?s)(\\{1:|:20:|:25:).*");
    }

    /**
     * The statements of the file, in its order; the parts of one that goes on over several messages are put together.
     *
     * @throws Refusal if it is not whole and correct
     */
    public static List<Statement> read(InputStream in) {
        var lines = new Mt940Lines(in);
        var statements = new ArrayList<Statement>();
        try {
            Mt940Statement open = null;
            StringBuilder field = null;
            for (String line = lines.next(); line != null; line = lines.next()) {
                String text = line.startsWith("{") ? afterEnvelope(line) : line;
                if (text.isBlank() || isEnd(text) || isTag(text)) {
                    if (field != null) open = take(open, field.toString(), statements, lines);
                    field = isTag(text) ? new StringBuilder(text) : null;
                } else {
                    if (field == null) throw lines.refused("begins no field: it has no tag such as :61:");
                    field.append('\n').append(text);
                }
            }
            if (field != null) open = take(open, field.toString(), statements, lines);
            if (open != null) statements.add(open.build(lines));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        if (statements.isEmpty())
            throw new Refusal("statement.empty", "There is no statement in the file. Nothing was stored.");
        return List.copyOf(statements);
    }

    private static Mt940Statement take(
            Mt940Statement open, String field, List<Statement> statements, Mt940Lines lines) {
        int end = field.indexOf(':', 1);
        String tag = field.substring(1, end);
        String text = field.substring(end + 1);
        Mt940Statement current = open;
        boolean begins = tag.equals("20") && current != null;
        if (begins && current.goesOn()) return current;
        if (begins) {
            statements.add(current.build(lines));
            current = null;
        }
        if (current == null) current = new Mt940Statement();
        try {
            current.field(tag, text);
        } catch (Refusal wrong) {
            throw new Refusal(
                    wrong.code(), "Before line %d of the file: %s".formatted(lines.number(), wrong.sentence()));
        }
        return current;
    }

    private static boolean isTag(String line) {
        return line.matches("(?s):\\d{2}[A-Z]?:.*");
    }

    private static boolean isEnd(String line) {
        return line.equals("-") || line.startsWith("-}");
    }

    /** What stands on a line after {@code {1:…}{2:…}{4:}. */
    private static String afterEnvelope(String line) {
        int at = line.lastIndexOf("{4:");
        return at < 0 ? "" : line.substring(at + 3);
    }
}
