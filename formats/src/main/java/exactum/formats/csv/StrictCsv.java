package exactum.formats.csv;

import de.siegmar.fastcsv.reader.CsvRecord;
import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.formats.FormatGuess;
import exactum.formats.Found;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/**
 * CSV by RFC 4180, read strictly: UTF-8 with or without a byte-order mark, comma or (where the head line has them and no
 * comma) semicolon, every column known and there once.
 */
final class StrictCsv {
    private final String what;
    private final List<String> known;
    private final List<String> required;
    private final CsvRows rows;

    /**
     * A kind of file.
     *
     * @param what {@code payout}: the first part of its refusals' codes, and what it is called
     */
    StrictCsv(String what, List<String> known, List<String> required) {
        this.what = what;
        this.known = known;
        this.required = required;
        this.rows = new CsvRows(what);
    }

    /** A row with its columns by name; the line of the file on which it starts. */
    final class Row {
        private final Map<String, Integer> columns;
        private final CsvRecord record;

        private Row(Map<String, Integer> columns, CsvRecord record) {
            this.columns = columns;
            this.record = record;
        }

        /** Whether the file has the column. */
        boolean has(String column) {
            return columns.containsKey(column);
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
        return rows.refused(code, sentence);
    }

    /**
     * Hands on each row of the file.
     *
     * @return how many there were
     * @throws Refusal for a file that is not one of these
     */
    int read(InputStream in, Consumer<Row> each) {
        var columns = new HashMap<String, Integer>();
        return rows.read(
                in,
                start -> {
                    requireCsv(start);
                    return new CsvShape(StandardCharsets.UTF_8, separator(start));
                },
                head -> {
                    columns.putAll(columns(head));
                    return head;
                },
                record -> each.accept(new Row(columns, record)));
    }

    private void requireCsv(byte[] start) {
        String guess = FormatGuess.of(start);
        String first = new String(start, StandardCharsets.UTF_8)
                .lines()
                .findFirst()
                .orElse("")
                .strip();
        if (guess.equals("CSV") || guess.equals("an empty file") || known.contains(first)) return;
        throw refused("format", "This is %s, and a %s file is CSV in UTF-8.".formatted(guess, what));
    }

    private static char separator(byte[] start) {
        String line = new String(start, StandardCharsets.ISO_8859_1)
                .lines()
                .findFirst()
                .orElse("");
        return line.contains(";") && !line.contains(",") ? ';' : ',';
    }

    private Map<String, Integer> columns(List<String> head) {
        var columns = new HashMap<String, Integer>();
        for (int i = 0; i < head.size(); i++) {
            String name = head.get(i);
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
}
