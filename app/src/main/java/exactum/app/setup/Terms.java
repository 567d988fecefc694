package exactum.app.setup;

import exactum.core.ids.TermsId;
import exactum.core.terms.DueRule;

/** When an invoice falls due, as it is printed. */
public record Terms(TermsId id, String name, DueRule rule, String printed, boolean chosen) {}
