package exactum.app.ledger;

import exactum.core.ids.BusinessId;
import java.util.List;

/** A feature that can prove by query that what it keeps agrees with the ledger. */
public interface Provable {

    /** Every disagreement in a sentence; none when all is well. */
    List<String> disagreements(BusinessId business);
}
