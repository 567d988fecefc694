package exactum.formats.csv;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Stream;

/** Rows that were not taken, as a file with a column {@code reason} more, to be mended and read again. */
final class BadRows {
    private BadRows() {}

    /** The columns of such a file. */
    static List<String> columns(List<String> ours) {
        return and(ours, "reason");
    }

    /** The cells of a row, and every reason why it was not taken. */
    static List<String> cells(List<String> row, List<String> reasons) {
        return and(row, String.join("; ", reasons));
    }

    /** The file. */
    static byte[] write(List<String> ours, Stream<List<String>> rows) {
        var text = new StringWriter();
        try (var csv = new CsvOut(text, columns(ours))) {
            rows.forEach(csv::row);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static List<String> and(List<String> some, String last) {
        return Stream.concat(some.stream(), Stream.of(last)).toList();
    }
}
