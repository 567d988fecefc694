package exactum.app.ledger;

import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.stream.Stream;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;

/** Asks the questions of a proof. */
public final class Prove {
    private Prove() {}

    /** The sentences that the queries find, each of one column, with the business as {@code {0}}. */
    public static List<String> all(DSLContext db, BusinessId business, String... queries) {
        return Stream.of(queries)
                .flatMap(q -> db.fetch(q, DSL.inline(business.value())).getValues(0, String.class).stream())
                .toList();
    }

    /** The same of queries that look each row up by itself: joined as wholes they would be read as often as there are rows. */
    public static List<String> rowByRow(DSLContext db, BusinessId business, String... queries) {
        db.execute("set local enable_nestloop = on");
        List<String> found = all(db, business, queries);
        db.execute("set local enable_nestloop = off");
        return found;
    }
}
