package exactum.app.slips;

import exactum.core.ids.BusinessId;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Paying-in slips, and what is to be banked. */
public interface FindSlips {
    /** The newest. */
    List<Slip> list(BusinessId business, int most);

    Optional<Slip> find(BusinessId business, UUID id);

    /** Those of which something is not yet at the bank, the oldest first. */
    List<Slip> open(BusinessId business);

    /** Cash and cheques that are on no slip and not yet at the bank, the oldest first. */
    List<Slip.Item> unbanked(BusinessId business);
}
