package exactum.formats.csv;

import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import exactum.core.problem.Refusal;
import exactum.core.text.CleanText;
import exactum.formats.FormatGuess;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Customers as CSV. Our own files (RFC 4180, UTF-8) have the columns of {@link CustomerColumn}, of which {@code code},
 * {@code name}, {@code country} and {@code currency} are required; the lines of an address, and several contacts, are divided
 * by {@code |}. A file of another making is read with a {@link CsvMapping}, which {@link #look} proposes.
 */
public final class CustomerCsv {
    private static final List<CustomerColumn> COLUMNS = Arrays.stream(CustomerColumn.values())
            .filter(CustomerColumn::isWritten)
            .toList();
    private static final List<String> HEADS =
            COLUMNS.stream().map(CustomerColumn::head).toList();

    private static final List<CustomerColumn> REQUIRED =
            List.of(CustomerColumn.CODE, CustomerColumn.NAME, CustomerColumn.COUNTRY, CustomerColumn.CURRENCY);

    private static final Set<CustomerColumn> WITH_LINES =
            Set.of(CustomerColumn.ADDRESS, CustomerColumn.SERVICE_ADDRESS, CustomerColumn.CONTACTS);
    /** A file that was handed back carries a column more, which is not read. */
    private static final StrictCsv OURS = new StrictCsv(
            "customers",
            BadRows.columns(HEADS),
            REQUIRED.stream().map(CustomerColumn::head).toList());

    private static final CsvRows ROWS = new CsvRows("customers");
    private static final int SAMPLES = 3;

    private CustomerCsv() {}

    /**
     * One line of a file.
     *
     * @param cells what it says, by column; a column that the file has not is not in it
     */
    public record Row(long lineNumber, Map<CustomerColumn, String> cells) {

        /** What it says; empty where it says nothing. */
        public String get(CustomerColumn column) {
            return cells.getOrDefault(column, "");
        }

        /** Whether the file has the column. */
        public boolean says(CustomerColumn column) {
            return cells.containsKey(column);
        }
    }

    /** A line that was not taken, and every reason. */
    public record Bad(Row row, List<String> reasons) {}

    /**
     * A file of another making as it seems to be.
     *
     * @param heads its columns as it calls them
     * @param proposed what each of them most likely is; null for one that is like none
     * @param samples its first rows
     */
    public record Look(CsvShape shape, List<String> heads, List<CustomerColumn> proposed, List<List<String>> samples) {}

    /** Whether the file begins like one of ours: UTF-8 with no column that we do not write. */
    public static boolean isOurs(byte[] file) {
        byte[] start = Arrays.copyOf(file, Math.min(file.length, FormatGuess.BYTES));
        String guess = FormatGuess.of(start);
        CsvShape shape = CsvShape.guess(start);
        boolean table = guess.equals("CSV") || guess.equals("text in UTF-16") || guess.equals("nothing we know");
        if (!table) return true;
        if (!shape.charset().equals(StandardCharsets.UTF_8)) return false;
        String first = new String(start, StandardCharsets.UTF_8)
                .replace("\uFEFF", "")
                .lines()
                .findFirst()
                .orElse("");
        return Stream.of(first.split("[,;]"))
                .map(h -> h.strip().replace("\"", ""))
                .allMatch(BadRows.columns(HEADS)::contains);
    }

    /**
     * Looks at a file of another making.
     *
     * @param shape how it is written, or null to guess
     * @throws Refusal if it cannot be read so
     */
    public static Look look(byte[] file, CsvShape shape) {
        CsvShape used =
                shape != null ? shape : CsvShape.guess(Arrays.copyOf(file, Math.min(file.length, FormatGuess.BYTES)));
        var heads = new ArrayList<String>();
        var samples = new ArrayList<List<String>>();
        ROWS.read(
                new ByteArrayInputStream(file),
                start -> used,
                head -> {
                    heads.addAll(head);
                    return head;
                },
                record -> {
                    if (samples.size() < SAMPLES)
                        samples.add(record.getFields().stream()
                                .map(CleanText::folded)
                                .toList());
                });
        if (samples.isEmpty()) throw ROWS.refused("empty", "There is no customer in the file.");
        return new Look(used, heads, proposed(heads), samples);
    }

    /** Each column is proposed once, unless several are put together in it. */
    private static List<CustomerColumn> proposed(List<String> heads) {
        var proposed = new ArrayList<CustomerColumn>();
        for (String head : heads) {
            CustomerColumn column = CustomerColumn.of(head).orElse(null);
            boolean twice = column != null && !column.joins() && proposed.contains(column);
            proposed.add(twice ? null : column);
        }
        return proposed;
    }

    /**
     * The lines of a file of ours.
     *
     * @throws Refusal if it is not CSV or lacks a required column
     */
    public static List<Row> read(InputStream in) {
        var rows = new ArrayList<Row>();
        OURS.read(in, row -> {
            var cells = new EnumMap<CustomerColumn, String>(CustomerColumn.class);
            for (CustomerColumn column : COLUMNS)
                if (row.has(column.head()))
                    cells.put(
                            column,
                            WITH_LINES.contains(column)
                                    ? lines(row.lines(column.head()))
                                    : Formula.plain(row.get(column.head())));
            rows.add(new Row(row.line(), cells));
        });
        if (rows.isEmpty()) throw OURS.refused("empty", "There is no customer in the file.");
        return rows;
    }

    /**
     * The lines of a file of another making.
     *
     * @throws Refusal if it cannot be read so, or a required column is read from nowhere
     */
    public static List<Row> read(InputStream in, CsvMapping mapping) {
        List<CustomerColumn> missing =
                REQUIRED.stream().filter(c -> !mapping.says(c)).toList();
        if (!missing.isEmpty())
            throw ROWS.refused(
                    "columns",
                    "Say which columns hold %s."
                            .formatted(
                                    missing.stream().map(CustomerColumn::label).collect(Collectors.joining(", "))));
        for (CustomerColumn c : COLUMNS)
            if (!c.joins() && mapping.columns().indexOf(c) != mapping.columns().lastIndexOf(c))
                throw ROWS.refused("columns", "Two columns are read as %s; there can be one.".formatted(c.label()));
        var rows = new ArrayList<Row>();
        ROWS.read(
                in,
                start -> mapping.shape(),
                head -> {
                    if (head.size() != mapping.columns().size())
                        throw ROWS.refused(
                                "columns",
                                "The file has %d columns, not %d."
                                        .formatted(
                                                head.size(), mapping.columns().size()));
                    return head;
                },
                record -> rows.add(row(record, mapping)));
        if (rows.isEmpty()) throw ROWS.refused("empty", "There is no customer in the file.");
        return rows;
    }

    private static Row row(CsvRecord record, CsvMapping mapping) {
        var cells = new EnumMap<CustomerColumn, String>(CustomerColumn.class);
        cells.putAll(mapping.always());
        for (int i = 0; i < mapping.columns().size(); i++) {
            CustomerColumn column = mapping.columns().get(i);
            if (column == null) continue;
            String cell = CleanText.folded(record.getField(i));
            CustomerColumn into = column == CustomerColumn.TOWN ? CustomerColumn.ADDRESS : column;
            boolean lines = WITH_LINES.contains(into);
            String text = lines ? lines(cell) : Formula.plain(cell.replaceAll("\\s*\n\\s*", " "));
            String between = column == CustomerColumn.TOWN || !lines ? " " : "\n";
            boolean joins = column.joins();
            cells.merge(into, text, (a, b) -> joins ? joined(a, between, b) : b);
        }
        return new Row(record.getStartingLineNumber(), cells);
    }

    private static String joined(String before, String between, String after) {
        if (before.isEmpty()) return after;
        return after.isEmpty() ? before : before + between + after;
    }

    private static String lines(String cell) {
        return Formula.plain(cell.replace('|', '\n'));
    }

    /** Customers as a file that {@link #read} reads back without loss, one row after the other. */
    public static void write(Writer to, Consumer<Consumer<Row>> rows) throws IOException {
        try (CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(to)) {
            csv.writeRecord(HEADS);
            rows.accept(row -> csv.writeRecord(cells(row)));
        }
    }

    private static List<String> cells(Row row) {
        return COLUMNS.stream().map(c -> Formula.harmless(row.get(c))).toList();
    }

    /** The bad lines as a file of our columns with a column {@code reason} more, to be mended and read again. */
    public static byte[] writeBad(List<Bad> bad) {
        List<CustomerColumn> said = COLUMNS.stream()
                .filter(c -> bad.stream().anyMatch(b -> b.row().says(c)))
                .toList();
        return BadRows.write(
                said.stream().map(CustomerColumn::head).toList(),
                bad.stream()
                        .map(b -> BadRows.cells(said.stream().map(b.row()::get).toList(), b.reasons())));
    }
}
