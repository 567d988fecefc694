package exactum.app.rows;

import java.lang.reflect.Array;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.QueryPart;
import org.jooq.SQLDialect;
import org.jooq.TableRecord;
import org.jooq.impl.DSL;
import org.jooq.impl.DefaultDataType;

/**
 * Inserts many rows of one table in one statement, column by column, through PostgreSQL's {@code unnest}. The statement
 * is the same however many rows there are, so nothing is rendered or planned row by row, and triggers for a whole
 * statement see all rows together.
 */
public final class BulkInsert {
    private BulkInsert() {}

    /** Inserts the rows, which all have the columns set that the first one has; nothing for no rows. */
    public static <R extends TableRecord<R>> void execute(DSLContext db, List<R> rows) {
        if (rows.isEmpty()) return;
        R first = rows.getFirst();
        List<Field<?>> fields =
                Arrays.stream(first.fields()).filter(first::touched).collect(Collectors.toList());
        var parts = new ArrayList<QueryPart>();
        for (Field<?> field : fields) parts.add(column(field, rows));
        String names = fields.stream().map(Field::getName).collect(Collectors.joining(", "));
        String arrays =
                IntStream.range(0, parts.size()).mapToObj(i -> "{" + i + "}").collect(Collectors.joining(", "));
        db.execute(
                "insert into %s (%s) select * from unnest(%s)"
                        .formatted(first.getTable().getName(), names, arrays),
                parts.toArray(QueryPart[]::new));
    }

    /** The type of the array follows from Java's, not the column's: a char(3)[] would be read as one letter each. */
    private static <T> Field<T[]> column(Field<T> field, List<? extends TableRecord<?>> rows) {
        @SuppressWarnings("unchecked")
        T[] values = (T[]) Array.newInstance(field.getType(), rows.size());
        for (int i = 0; i < values.length; i++) values[i] = rows.get(i).get(field);
        return DSL.val(
                values,
                DefaultDataType.getDataType(SQLDialect.POSTGRES, field.getType())
                        .array());
    }
}
