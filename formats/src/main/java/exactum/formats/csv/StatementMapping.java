package exactum.formats.csv;

import java.nio.charset.Charset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.stream.Collectors;

/**
 * How a bank's CSV file is read.
 *
 * @param skipped lines before its head
 * @param columns what each of its columns is, in their order; null for one that is not read
 * @param comma whether amounts have a decimal comma
 * @param dates how days are written, one of {@link #DATES}
 */
public record StatementMapping(
        CsvShape shape, int skipped, List<StatementColumn> columns, boolean comma, String dates) {
    /** Patterns of {@link java.time.format.DateTimeFormatter}; a day of two digits of the year is of this century. */
    public static final List<String> DATES =
            List.of("uuuu-MM-dd", "d.M.uuuu", "d.M.uu", "d/M/uuuu", "M/d/uuuu", "d/M/uu", "uuuuMMdd", "d MMM uuuu");

    public StatementMapping {
        columns = Collections.unmodifiableList(new ArrayList<>(columns));
    }

    public boolean has(StatementColumn column) {
        return columns.contains(column);
    }

    /** In one line, as it is kept. */
    public String text() {
        return String.join(
                "|",
                shape.charset().name(),
                Integer.toString(shape.separator()),
                Integer.toString(skipped),
                Boolean.toString(comma),
                dates,
                columns.stream().map(c -> c == null ? "-" : c.name()).collect(Collectors.joining(",")));
    }

    /** What {@link #text} wrote. */
    public static StatementMapping of(String text) {
        String[] parts = text.split("\\|");
        return new StatementMapping(
                new CsvShape(Charset.forName(parts[0]), (char) Integer.parseInt(parts[1])),
                Integer.parseInt(parts[2]),
                Arrays.stream(parts[5].split(","))
                        .map(c -> c.equals("-") ? null : StatementColumn.valueOf(c))
                        .toList(),
                Boolean.parseBoolean(parts[3]),
                parts[4]);
    }
}
