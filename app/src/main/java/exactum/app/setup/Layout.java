package exactum.app.setup;

import java.util.ArrayList;
import java.util.UUID;

/**
 * How a paper asks for money.
 *
 * @param byCard whether it leads to the payer's page, where cards are taken
 * @param byTransfer whether it names a bank account of its currency, where there is one
 * @param chosen whether it is everybody's of whom nothing else is said
 * @param edition how often its look was changed
 */
public record Layout(UUID id, String name, boolean byCard, boolean byTransfer, boolean chosen, int edition) {

    /** The one that a business begins with. */
    static final String FIRST = "Standard";

    /** Its channels in words. */
    public String channels() {
        var channels = new ArrayList<String>();
        if (byCard) channels.add("card");
        if (byTransfer) channels.add("transfer");
        return String.join(" and ", channels);
    }
}
