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
        Field<?>[] fields = Arrays.stream(first.fields()).filter(first::touched).toArray(Field<?>[]::new);
        String names = Arrays.stream(fields).map(Field::getName).collect(Collectors.joining(", "));
        var text = new StringBuilder(rows.size() * 200);
        for (R row : rows) {
            for (int i = 0; i < fields.length; i++) {
                if (i > 0) text.append('\t');
                value(text, stored(row, fields[i]));
            }
            text.append('\n');
        }
        return new Written(
                "copy %s (%s) from stdin".formatted(first.getTable().getName(), names),
                text.toString().getBytes(StandardCharsets.UTF_8));
    }

    private static <T> Object stored(TableRecord<?> row, Field<T> field) {
        T value = row.get(field);
        if (value == null) return null;
        @SuppressWarnings("unchecked")
        Converter<Object, T> converter = (Converter<Object, T>) field.getConverter();
        return converter.to(value);
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
        for (int i = 0; i < value.length(); i++) {
            char c = value.charAt(i);
            switch (c) {
                case '\\' -> text.append("\\\\");
                case '\t' -> text.append("\\t");
                case '\n' -> text.append("\\n");
                case '\r' -> text.append("\\r");
                default -> text.append(c);
            }
        }
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
