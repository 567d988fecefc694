package exactum.formats.csv;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.Writer;
import java.util.List;

/** A CSV file that is written a row at a time (RFC 4180, UTF-8, CRLF); cells that look like formulas are quoted. */
public final class CsvOut implements AutoCloseable {
    private final CsvWriter csv;

    /** Begins the file with its head line. */
    public CsvOut(Writer to, List<String> columns) {
        csv = CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(to);
        csv.writeRecord(columns);
    }

    /** Writes a row. */
    public void row(List<String> cells) {
        csv.writeRecord(cells.stream().map(Formula::harmless).toList());
    }

    @Override
    public void close() throws IOException {
        csv.close();
    }
}
