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
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/**
 * CSV by RFC 4180, read strictly: UTF-8 with or without a byte-order mark, comma or (where the head line has them and no
 * comma) semicolon, every column known and there once, every row as long as the head, no cell of more than 2,000 characters
 * and none with control characters.
 */
final class StrictCsv {
    private static final int LONGEST_CELL = 2000;
    private final String what;
    private final List<String> known;
    private final List<String> required;

    /**
     * A kind of file.
     *
     * @param what {@code payout}: the first part of its refusals' codes, and what it is called
     */
    StrictCsv(String what, List<String> known, List<String> required) {
        this.what = what;
        this.known = known;
        this.required = required;
    }

    /** A row with its columns by name; the line of the file on which it starts. */
    final class Row {
        private final Map<String, Integer> columns;
        private final CsvRecord record;

        private Row(Map<String, Integer> columns, CsvRecord record) {
            this.columns = columns;
            this.record = record;
        }

        long line() {
            return record.getStartingLineNumber();
        }

        /** The cell on one line, without blanks around it; empty where the file has no such column. */
        String get(String column) {
            String text = lines(column);
            return text.indexOf('\n') < 0 ? text : text.replaceAll("\\s*\n\\s*", " ");
        }

        /** The cell as it stands there, blanks and all. */
        String raw(String column) {
            Integer index = columns.get(column);
            return index == null ? "" : record.getField(index);
        }

        /** The cell with its line breaks, if it has some. */
        String lines(String column) {
            return CleanText.folded(raw(column));
        }

        /** A refusal that names line, column, what stands there, and what should. */
        Refusal wrong(String column, String expected) {
            return refused(
                    "field",
                    "Line %d: %s %s is not %s.".formatted(line(), column, Found.quoted(get(column)), expected));
        }
    }

    Refusal refused(String code, String sentence) {
        return new Refusal("%s.%s".formatted(what, code), sentence + " Nothing was stored.");
    }

    /**
     * Hands on each row of the file.
     *
     * @return how many there were
     * @throws Refusal for a file that is not one of these
     */
    int read(InputStream in, Consumer<Row> each) {
        try (var pushed = new PushbackInputStream(in, FormatGuess.BYTES)) {
            byte[] head = pushed.readNBytes(FormatGuess.BYTES);
            if (head.length == 0) return 0;
            requireCsv(head);
            int skipped = head.length >= 3 && (head[0] & 0xFF) == 0xEF && (head[1] & 0xFF) == 0xBB ? 3 : 0;
            pushed.unread(head, skipped, head.length - skipped);
            return rows(pushed, delimiter(head), each);
        } catch (CsvParseException | UncheckedIOException broken) {
            throw broken(broken);
        } catch (IOException broken) {
            throw broken(broken);
        }
    }

    private int rows(InputStream in, char delimiter, Consumer<Row> each) throws IOException {
        var strict = StandardCharsets.UTF_8
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT);
        int rows = 0;
        try (var csv = CsvReader.builder()
                .fieldSeparator(delimiter)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .ofCsvRecord(new InputStreamReader(in, strict))) {
            Map<String, Integer> columns = null;
            for (CsvRecord record : csv) {
                if (columns == null) {
                    columns = columns(record);
                    continue;
                }
                requireWhole(columns, record);
                each.accept(new Row(columns, record));
                rows++;
            }
        }
        return rows;
    }

    private void requireCsv(byte[] head) {
        String guess = FormatGuess.of(head);
        String first = new String(head, StandardCharsets.UTF_8)
                .lines()
                .findFirst()
                .orElse("")
                .strip();
        if (guess.equals("CSV") || guess.equals("an empty file") || known.contains(first)) return;
        throw refused("format", "This is %s, and a %s file is CSV in UTF-8.".formatted(guess, what));
    }

    private static char delimiter(byte[] head) {
        String line = new String(head, StandardCharsets.ISO_8859_1)
                .lines()
                .findFirst()
                .orElse("");
        return line.contains(";") && !line.contains(",") ? ';' : ',';
    }

    private Map<String, Integer> columns(CsvRecord head) {
        var columns = new HashMap<String, Integer>();
        for (int i = 0; i < head.getFieldCount(); i++) {
            String name = head.getField(i).strip();
            if (!known.contains(name))
                throw refused(
                        "columns",
                        "The column %s is not known; there are %s."
                                .formatted(Found.quoted(name), String.join(", ", known)));
            if (columns.put(name, i) != null)
                throw refused("columns", "The column “%s” stands there twice.".formatted(name));
        }
        List<String> missing =
                required.stream().filter(c -> !columns.containsKey(c)).toList();
        if (!missing.isEmpty())
            throw refused("columns", "The file lacks the columns %s.".formatted(String.join(", ", missing)));
        return columns;
    }

    private void requireWhole(Map<String, Integer> columns, CsvRecord record) {
        if (record.getFieldCount() != columns.size())
            throw refused(
                    "broken",
                    "Line %d has %d cells, not %d: the file is cut off or changed."
                            .formatted(record.getStartingLineNumber(), record.getFieldCount(), columns.size()));
        for (Map.Entry<String, Integer> column : columns.entrySet()) {
            String cell = record.getField(column.getValue());
            if (cell.length() > LONGEST_CELL)
                throw refused(
                        "field",
                        "Line %d: %s has more than 2,000 characters: %s."
                                .formatted(record.getStartingLineNumber(), column.getKey(), Found.quoted(cell)));
            if (CleanText.badCharacter(CleanText.folded(cell), true).isPresent())
                throw refused(
                        "field",
                        "Line %d: %s holds a character that no text has: %s."
                                .formatted(record.getStartingLineNumber(), column.getKey(), Found.quoted(cell)));
        }
    }

    private Refusal broken(Exception broken) {
        for (Throwable cause = broken; cause != null; cause = cause.getCause()) {
            if (cause instanceof CharacterCodingException)
                return refused("encoding", "The file is not in UTF-8. Save it as UTF-8, then try again.");
            if (cause instanceof Refusal refusal) return refusal;
        }
        return refused("broken", "The file is cut off or is not CSV. Fetch it again.");
    }
}
