package exactum.app.setup;

import exactum.core.ids.TermsId;
import exactum.core.terms.Terms;

/** Terms that are kept under a name, and what is printed of them. */
public record KeptTerms(TermsId id, String name, Terms terms, String printed, boolean chosen) {}
