package exactum.app.waiting;

import exactum.core.ids.BusinessId;
import exactum.core.ids.ProcessorId;
import java.util.List;

/** What waits for a processor's payout is there, in the transaction that is open; a payout may have told of it before. */
public record AwaitsPayout(BusinessId business, ProcessorId processor, List<String> references) {}
