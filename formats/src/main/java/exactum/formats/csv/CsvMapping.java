package exactum.formats.csv;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * How a file of customers that is not of our making is read.
 *
 * @param columns what each of its columns is, in their order; null for one that is not read
 * @param always what holds for every row where the file has no such column
 */
public record CsvMapping(CsvShape shape, List<CustomerColumn> columns, Map<CustomerColumn, String> always) {
    public CsvMapping {
        columns = Collections.unmodifiableList(new ArrayList<>(columns));
        always = always.isEmpty() ? Map.of() : new EnumMap<>(always);
    }

    /** Whether some column, or every row, says it. */
    boolean says(CustomerColumn column) {
        return columns.contains(column)
                || !always.getOrDefault(column, "").isEmpty()
                || column == CustomerColumn.ADDRESS && columns.contains(CustomerColumn.TOWN);
    }
}
