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
}
