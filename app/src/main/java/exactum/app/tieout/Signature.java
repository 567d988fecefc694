package exactum.app.tieout;

import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.UUID;

/**
 * That a person looked at a tie-out and found it right, with what they saw.
 *
 * @param name of the account then
 * @param asOf the day whose end it tells
 * @param items what stood on it, by name
 * @param note what the person added; may be empty
 * @param withdrawn why and by whom it was withdrawn, or null while it counts
 */
public record Signature(
        UUID id,
        YearMonth month,
        AccountCode account,
        String name,
        LocalDate asOf,
        Money said,
        Money booked,
        List<Seen> items,
        String note,
        LocalDate signedOn,
        String signedBy,
        Withdrawn withdrawn) {

    /** One of the items, as it was seen. */
    public record Seen(String difference, String name, LocalDate since, String amount) {
        static Seen of(AccountTieOut.Item item) {
            return new Seen(
                    item.difference().words(),
                    item.name(),
                    item.since(),
                    item.amount().plain());
        }
    }

    /** By whom it was withdrawn, and why. */
    public record Withdrawn(String by, String because, LocalDate on) {}

    public Signature {
        items = List.copyOf(items);
    }

    /** Whether the tie-out is still what was signed; that a later statement tells more days alike changes nothing. */
    public boolean isOf(AccountTieOut now) {
        return said.equals(now.said())
                && booked.equals(now.booked())
                && items.equals(now.items().stream().map(Seen::of).toList());
    }
}
