package exactum.app.approvals;

import exactum.core.ids.BusinessId;
import java.util.UUID;

/** Published in the transaction in which a second person says yes; whoever asked goes on from here. */
public record Approved(BusinessId business, ApprovalKind kind, UUID subject) {}
