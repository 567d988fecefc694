package exactum.app.database;

import exactum.core.text.Folding;
import java.util.List;
import org.jooq.Condition;
import org.jooq.Field;
import org.jooq.impl.DSL;

/** How a search column is searched: it holds each of the words, folded as the column was. */
public final class SearchWords {
    private SearchWords() {}

    /** The condition; true for no words. */
    public static Condition in(Field<String> column, String words) {
        return in(List.of(column), words);
    }

    /** The same of columns that together hold each of the words. */
    public static Condition in(List<Field<String>> columns, String words) {
        Condition all = DSL.noCondition();
        for (String word : words.strip().split("\\s+"))
            if (!word.isEmpty())
                all = all.and(DSL.or(columns.stream()
                        .map(column -> column.contains(Folding.of(word)))
                        .toList()));
        return all;
    }
}
