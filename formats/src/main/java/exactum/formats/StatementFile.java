package exactum.formats;

import exactum.core.bank.Notice;
import exactum.core.bank.Statement;
import exactum.core.problem.Refusal;
import exactum.formats.camt.Camt053Reader;
import exactum.formats.mt940.Mt940Reader;
import java.io.IOException;
import java.io.InputStream;
import java.io.PushbackInputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** What a file of a bank holds: statements, notices, or both. */
public record StatementFile(List<Statement> statements, List<Notice> notices) {
    public StatementFile {
        statements = List.copyOf(statements);
        notices = List.copyOf(notices);
    }

    /**
     * Reads camt.053, camt.054 (.02 and .08) or MT940, whichever it is by its first bytes.
     *
     * @throws Refusal with one sentence for anything else, and for what is broken
     */
    public static StatementFile read(InputStream in) {
        try {
            var pushed = new PushbackInputStream(in, FormatGuess.BYTES);
            byte[] start = pushed.readNBytes(FormatGuess.BYTES);
            pushed.unread(start);
            boolean isMt940 = Mt940Reader.isMt940(new String(start, StandardCharsets.ISO_8859_1));
            return isMt940 ? new StatementFile(Mt940Reader.read(pushed), List.of()) : Camt053Reader.readAll(pushed);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
