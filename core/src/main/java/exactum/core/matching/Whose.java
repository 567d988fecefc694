package exactum.core.matching;

import exactum.core.ids.CustomerId;
import java.util.List;

/**
 * Whose an item is.
 *
 * @param name the customer's
 * @param payers other names under which they pay
 * @param code the customer's own code, or empty
 */
public record Whose(CustomerId id, String name, List<String> payers, String code) {
    public Whose {
        payers = List.copyOf(payers);
    }

    /** A customer who pays under their own name. */
    public static Whose of(CustomerId id, String name) {
        return new Whose(id, name, List.of(), "");
    }
}
