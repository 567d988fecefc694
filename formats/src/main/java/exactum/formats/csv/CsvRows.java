package exactum.formats.csv;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.formats.FormatGuess;
import exactum.formats.Found;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PushbackInputStream;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;

/** The rows of a CSV file of a shape: each as long as the head, no cell of more than 2,000 characters, none with control characters. */
final class CsvRows {
    private static final int LONGEST_CELL = 2000;
    private final String what;

    /**
     * Of a kind of file.
     *
     * @param what {@code payout}: the first part of its refusals' codes
     */
    CsvRows(String what) {
        this.what = what;
    }

    Refusal refused(String code, String sentence) {
        return new Refusal("%s.%s".formatted(what, code), sentence + " Nothing was stored.");
    }

    /** The first bytes of a file, from which its shape is guessed; they are still to be read. */
    interface Shaping {
        CsvShape of(byte[] start);
    }

    /**
     * Reads a file.
     *
     * @param shaping says how it is written, and may refuse it
     * @param head takes the first row and names its columns, or refuses it
     * @param row takes each row after it
     * @return how many rows there were after the head
     */
    int read(InputStream in, Shaping shaping, UnaryOperator<List<String>> head, Consumer<CsvRecord> row) {
        CsvShape shape = CsvShape.OURS;
        try (var pushed = new PushbackInputStream(in, FormatGuess.BYTES)) {
            byte[] start = pushed.readNBytes(FormatGuess.BYTES);
            if (start.length == 0) return 0;
            shape = shaping.of(start);
            int skipped = shape.mark(start);
            pushed.unread(start, skipped, start.length - skipped);
            return rows(pushed, shape, head, row);
        } catch (CsvParseException | IOException | UncheckedIOException broken) {
            throw broken(broken, shape);
        }
    }

    private int rows(InputStream in, CsvShape shape, UnaryOperator<List<String>> head, Consumer<CsvRecord> row)
            throws IOException {
        var strict = shape.charset()
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT);
        int rows = 0;
        try (var csv = CsvReader.builder()
                .fieldSeparator(shape.separator())
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .ofCsvRecord(new InputStreamReader(in, strict))) {
            List<String> columns = null;
            for (CsvRecord record : csv) {
                if (columns == null) {
                    columns = head.apply(
                            record.getFields().stream().map(String::strip).toList());
                    continue;
                }
                requireWhole(columns, record);
                row.accept(record);
                rows++;
            }
        }
        return rows;
    }

    private void requireWhole(List<String> columns, CsvRecord record) {
        if (record.getFieldCount() != columns.size())
            throw refused(
                    "broken",
                    "Line %d has %d cells, not %d: the file is cut off or changed."
                            .formatted(record.getStartingLineNumber(), record.getFieldCount(), columns.size()));
        for (int i = 0; i < columns.size(); i++) {
            String cell = record.getField(i);
            if (cell.length() > LONGEST_CELL)
                throw refused(
                        "field",
                        "Line %d: %s has more than 2,000 characters: %s."
                                .formatted(record.getStartingLineNumber(), columns.get(i), Found.quoted(cell)));
            if (CleanText.badCharacter(CleanText.folded(cell), true).isPresent())
                throw refused(
                        "field",
                        "Line %d: %s holds a character that no text has: %s."
                                .formatted(record.getStartingLineNumber(), columns.get(i), Found.quoted(cell)));
        }
    }

    private Refusal broken(Exception broken, CsvShape shape) {
        for (Throwable cause = broken; cause != null; cause = cause.getCause()) {
            if (cause instanceof CharacterCodingException)
                return refused(
                        "encoding",
                        "The file is not in %s. Save it as UTF-8, then try again."
                                .formatted(shape.charset().displayName()));
            if (cause instanceof Refusal refusal) return refusal;
        }
        return refused("broken", "The file is cut off or is not CSV. Fetch it again.");
    }
}
