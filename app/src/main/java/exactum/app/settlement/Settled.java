package exactum.app.settlement;

import exactum.core.ids.BusinessId;
import exactum.core.settlement.Signal;
import java.util.Set;

/** Something was settled or unsettled, in the transaction that is open: what somebody may wait for. */
public record Settled(BusinessId business, Set<Signal> signals) {}
