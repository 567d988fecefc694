package exactum.app.setup;

import exactum.core.terms.DueRule;
import java.util.UUID;

/** When an invoice falls due, as it is printed. */
public record Terms(UUID id, String name, DueRule rule, String printed, boolean chosen) {}
