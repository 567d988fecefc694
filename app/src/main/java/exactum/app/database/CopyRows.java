package exactum.app.database;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jooq.Converter;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.JSONB;
import org.jooq.TableRecord;
import org.postgresql.PGConnection;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.DuplicateKeyException;

/**
 * Writes many rows of one table in one PostgreSQL COPY, inside the transaction that is open: nothing is planned row by
 * row, and triggers for a whole statement see all rows together. Rows are written as text before the database is asked, so
 * that no lock is held while they are.
 */
public final class CopyRows {
    private static final String UNIQUE_VIOLATION = "23505";

    private CopyRows() {}

    /**
     * Rows of one table, written out and ready to be copied in.
     *
     * @param command the COPY command; empty for no rows
     */
    public record Written(String command, byte[] text) {

        /** Copies them in. */
        public void into(DSLContext db) {
            if (command.isEmpty()) return;
            db.connection(connection -> copy(connection, this));
            Writes.happened();
        }
    }

    /** Writes and copies the rows, which all have the columns set that the first one has; nothing for no rows. */
    public static <R extends TableRecord<R>> void into(DSLContext db, List<R> rows) {
        write(rows).into(db);
    }

    /** Writes the rows out. */
    public static <R extends TableRecord<R>> Written write(List<R> rows) {
        if (rows.isEmpty()) return new Written("", new byte[0]);
        R first = rows.getFirst();
        int[] set = IntStream.range(0, first.size()).filter(first::touched).toArray();
        List<Converter<Object, Object>> converters =
                Arrays.stream(set).mapToObj(i -> converter(first.field(i))).toList();
        String names =
                Arrays.stream(set).mapToObj(i -> first.field(i).getName()).collect(Collectors.joining(", "));
        var text = new StringBuilder(rows.size() * 200);
        for (R row : rows) {
            for (int i = 0; i < set.length; i++) {
                if (i > 0) text.append('\t');
                Object value = row.get(set[i]);
                value(text, value == null ? null : converters.get(i).to(value));
            }
            text.append('\n');
        }
        return new Written(
                "copy %s (%s) from stdin".formatted(first.getTable().getName(), names),
                text.toString().getBytes(StandardCharsets.UTF_8));
    }

    @SuppressWarnings("unchecked")
    private static Converter<Object, Object> converter(Field<?> field) {
        return (Converter<Object, Object>) field.getConverter();
    }

    private static void value(StringBuilder text, Object value) {
        switch (value) {
            case null -> text.append("\\N");
            case String s -> escaped(text, s);
            case BigDecimal d -> text.append(d.toPlainString());
            case byte[] bytes -> text.append("\\\\x").append(HexFormat.of().formatHex(bytes));
            case JSONB json -> escaped(text, json.data());
            case Object[] array -> escaped(text, array(array));
            default -> text.append(value);
        }
    }

    private static String array(Object[] values) {
        return Arrays.stream(values)
                .map(v -> '"' + v.toString().replace("\\", "\\\\").replace("\"", "\\\"") + '"')
                .collect(Collectors.joining(",", "{", "}"));
    }

    private static void escaped(StringBuilder text, String value) {
        int from = 0;
        for (int i = 0; i < value.length(); i++) {
            char escape = escape(value.charAt(i));
            if (escape == 0) continue;
            text.append(value, from, i).append('\\').append(escape);
            from = i + 1;
        }
        text.append(value, from, value.length());
    }

    /** What stands after the backslash for a character that cannot stand there as it is; zero for any other. */
    private static char escape(char c) {
        return switch (c) {
            case '\\' -> '\\';
            case '\t' -> 't';
            case '\n' -> 'n';
            case '\r' -> 'r';
            default -> 0;
        };
    }

    private static void copy(Connection connection, Written rows) {
        try {
            connection
                    .unwrap(PGConnection.class)
                    .getCopyAPI()
                    .copyIn(rows.command(), new ByteArrayInputStream(rows.text()), 1 << 16);
        } catch (SQLException refused) {
            if (UNIQUE_VIOLATION.equals(refused.getSQLState())) {
                throw new DuplicateKeyException(refused.getMessage(), refused);
            }
            throw new DataIntegrityViolationException(refused.getMessage(), refused);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
